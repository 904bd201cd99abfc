"""Fixes: each keeps the law, held here against proofs made anew; and what is offered for what."""

import pytest

from anleitung.core.diagrams.one import run_one
from anleitung.core.diagrams.run import Budget
from anleitung.core.diagrams.witness import find_witness
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.finding import Found, Nature, Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.prove import everything_found, prove
from anleitung.core.proof.repair.find_fix import Fix, find_fix
from anleitung.core.proof.run.compile import Compiled, run_bundle
from anleitung.demo.examples import bundle_of, examples
from tests.core.bundles import bundle
from tests.core.proof.every_hazard import EVERY_HAZARD
from tests.core.proof.small import small
from tests.core.proof.test_findings import STORIES

EVERY = [
    *((f"example {name}", bundle_of(each.bad), name) for name, each in examples().items()),
    *((f"story {name}", bundle(base, *edits), name) for name, base, edits, _ in STORIES),
    *((f"hazard {h.name}", small(*h.bad, **h.more), h.finding) for h in EVERY_HAZARD),
]


def first(made: Bundle, finding: str) -> tuple[Compiled, Found]:
    compiled = run_bundle(made, Budget())
    return compiled, next(f for f in everything_found(compiled) if f.finding == finding)


@pytest.mark.parametrize(("name", "made", "finding"), EVERY, ids=[e[0] for e in EVERY])
def test_law_of_the_fix_over_the_whole_catalogue(name: str, made: Bundle, finding: str) -> None:
    """Held on single phones, run by themselves, and not by the sets that the fix was found with."""
    compiled, found = first(made, finding)
    fix = find_fix(compiled, found)
    if fix is None:
        return
    after = run_bundle(made.with_guide(fix.guide), Budget())
    if found.phones is None:
        assert _key(found) not in {_key(f) for f in everything_found(after)}
        return
    space = compiled.procedure.space
    nearest = find_witness(space, found.phones)
    assert nearest is not None
    phone = nearest.start(space)
    if after.procedure.space.at(after.procedure.admitted, phone) is True:
        # What is found over the whole course is not among the findings of one phone.
        course = {
            _key(f) for f in everything_found(after) if BY_ID[f.finding].nature is Nature.COURSE
        }
        assert _key(found) not in run_one(after.procedure, phone).findings | course
    for key, node in after.run.findings.items():
        if BY_ID[key[0]].severity is not Severity.STOP or key[0] in fix.hidden:
            continue
        # Whoever runs into a stop now ran into it before.
        new = find_witness(after.procedure.space, node)
        assert new is not None
        stopped = {f for f, _, _ in run_one(compiled.procedure, new.start(space)).findings}
        assert key[0] in stopped


def _key(found: Found) -> tuple[str, str, str]:
    return (found.finding, found.subject, found.step)


@pytest.mark.parametrize(
    ("finding", "says"),
    [
        ("battery-low", "Insert before step 4: Charge the phone until its battery"),
        ("account-asked-for", "Insert before step 4: Sign out of the account"),
        ("screen-lock-left-on", "Insert before step 4: Take the screen lock off"),
        ("relock-before-start", "Insert before step 7: Restart into the system; then Bring"),
        ("relock-without-way-back", "Insert before step 4: Turn on the switch that allows"),
        ("base-may-have-moved", "Insert before step 6: Turn off the switch for updates"),
        ("undeclared-loss", "Insert before step 5: Copy apps with their settings"),
        ("file-wiped", "Insert before step 8: Copy wattlaeufer-5.0"),
        ("data-of-another-system", "Insert before step 8: Format data in the recovery"),
        ("part-on-data-gone", "Move step 8 to place 7"),
        ("question-unanswered", "Insert before step 5: The phone asks"),
        ("guards-nothing", "Leave it out of the admission"),
        ("side-effect-not-declared", "Say among what is lost: the warranty"),
        ("changes-nothing", "Leave the step out"),
        ("update-broken", "Insert before step 6: Restart into the system; then Bring"),
    ],
)
def test_what_is_offered(finding: str, says: str) -> None:
    fix = find_fix(*first(bundle_of(examples()[finding].bad), finding))
    assert fix is not None
    assert fix.says.startswith(says)
    assert fix.hidden == ()


@pytest.mark.parametrize(
    ("name", "finding", "says"),
    [
        ("clean-install-one-slot", "base-too-old", "Write the firmware to both slots"),
        ("base-update", "firmware-of-another-variant", "Turn these phones away: variant K6"),
        ("base-update", "no-give-up-time", "Give up after three times the longest usual time"),
    ],
)
def test_the_demo_drafts_can_be_mended(name: str, finding: str, says: str) -> None:
    made = bundle(name)
    fix: Fix | None = find_fix(*first(made, finding))
    assert fix is not None
    assert fix.says == says
    assert finding not in {f.id for f in prove(made.with_guide(fix.guide)).findings}


def test_nothing_is_offered_where_no_edit_keeps_the_law() -> None:
    bad = bundle_of(examples()["image-of-another-release"].bad)
    assert find_fix(*first(bad, "image-of-another-release")) is None


def test_a_good_part_of_the_catalogue_can_be_mended() -> None:
    fixable = {finding for _, made, finding in EVERY if find_fix(*first(made, finding)) is not None}
    assert len(fixable) >= 85
    assert fixable <= set(BY_ID)
