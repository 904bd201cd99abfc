"""Fixes: each keeps the law, held here against proofs made anew; and what is offered for what."""

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.compile import Compiled, run_bundle
from anleitung.core.proof.findings import BY_ID
from anleitung.core.proof.fixes import Fix, find_fix
from anleitung.core.proof.prove import found_by, prove
from anleitung.core.proof.rules import Found
from tests.core.bundles import bundle
from tests.core.proof.hazards import HAZARDS
from tests.core.proof.small import small
from tests.core.proof.test_findings import STORIES

EVERY = [
    *((f"story {name}", bundle(base, *edits), name) for name, base, edits, _ in STORIES),
    *((f"hazard {h.name}", small(*h.bad, **h.more), h.finding) for h in HAZARDS),
]


def first(made: Bundle, finding: str) -> tuple[Compiled, Found]:
    compiled = run_bundle(made, Budget())
    return compiled, next(f for f in found_by(compiled) if f.finding == finding)


def stops(made: Bundle) -> set[tuple[str, str, str]]:
    return {(f.id, f.subject, f.step) for f in prove(made).findings if f.severity == "stop"}


@pytest.mark.parametrize(("name", "made", "finding"), EVERY, ids=[e[0] for e in EVERY])
def test_law_of_the_fix_over_the_whole_catalogue(name: str, made: Bundle, finding: str) -> None:
    """Gone where it was, and no stop that was not there, but those that are named as hidden."""
    compiled, found = first(made, finding)
    fix = find_fix(compiled, found)
    if fix is None:
        return
    fixed = made.with_guide(fix.guide)
    assert fixed.mismatches() == []
    proof = prove(fixed)
    here = [f for f in proof.findings if (f.id, f.subject, f.step) == _key(found)]
    left = prove(made).phones.admitted - proof.phones.admitted
    assert not here or left >= 0
    if found.phones is not None and compiled.procedure.admitted is found.phones:
        assert not here
    new = {f for f, _s, _at in stops(fixed)} - {f for f, _s, _at in stops(made)}
    assert new <= set(fix.hidden)


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
        ("base-may-have-moved", "Insert before step 4: Turn off the switch for updates"),
        ("undeclared-loss", "Insert before step 5: Copy apps with their settings"),
        ("changes-nothing", "Leave the step out"),
        ("update-broken", "Turn these phones away: update to be merged waiting"),
    ],
)
def test_what_is_offered(finding: str, says: str) -> None:
    hazard = next(h for h in HAZARDS if h.finding == finding)
    fix = find_fix(*first(small(*hazard.bad, **hazard.more), finding))
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
    hazard = next(h for h in HAZARDS if h.finding == "own-keys-not-taken")
    assert find_fix(*first(small(*hazard.bad, **hazard.more), hazard.finding)) is None


def test_a_good_part_of_the_catalogue_can_be_mended() -> None:
    fixable = {finding for _, made, finding in EVERY if find_fix(*first(made, finding)) is not None}
    assert len(fixable) >= 18
    assert fixable <= set(BY_ID)
