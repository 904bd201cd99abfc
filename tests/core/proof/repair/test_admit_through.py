"""The admission made as narrow as the steps, held against phones that are run by themselves."""

import pytest

from anleitung.core.diagrams.one import run_one
from anleitung.core.diagrams.run import Budget
from anleitung.core.diagrams.space import FactKind
from anleitung.core.diagrams.witness import find_witness
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.proof.explain.consequences import find_turned_away
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.prove import prove
from anleitung.core.proof.repair.admit_through import (
    admit_through,
    come_through,
    kinds_through,
    some_come_through,
)
from anleitung.core.proof.run.compile import run_bundle
from anleitung.demo.bundles import demo_bundle, faults
from tests.core.bundles import bundle
from tests.core.proof.test_findings import STORIES

KINDS = frozenset({FactKind.PHONE})
FAULTY = [(c, n) for c in ("palstek", "poller", "klampe") for n in faults(c)]


@pytest.mark.parametrize(("codename", "name"), FAULTY)
def test_just_those_that_come_through_are_let_in(codename: str, name: str) -> None:
    whole = demo_bundle(codename, name).for_codename(codename)
    before = run_bundle(whole, Budget())
    space, through = before.procedure.space, come_through(before)
    fix = admit_through(before)
    if fix is None:
        return
    after = run_bundle(whole.with_guide(fix.guide), Budget())
    assert prove(whole.with_guide(fix.guide)).phones.admitted == space.count(through, KINDS)
    # Each kind of phone by itself: who comes in meets no stop, who stays out met one.
    inside = find_witness(after.procedure.space, after.procedure.admitted)
    assert inside is not None
    assert not _stops(run_one(after.procedure, inside.start(after.procedure.space)).findings)
    outside = find_witness(space, space.minus(before.procedure.admitted, through))
    assert outside is not None
    start = outside.start(space)
    alone = run_one(before.procedure, start)
    ended_at_the_end = {
        key[0] for key, node in before.run.findings.items() if space.at(node, start)
    }
    assert alone.ended is not None or _stops({(f, "", "") for f in ended_at_the_end})
    assert after.procedure.space.at(after.procedure.admitted, start) is not True


def _stops(findings: set[tuple[str, str, str]]) -> set[str]:
    return {f for f, _subject, _step in findings if BY_ID[f].severity is Severity.STOP}


def test_how_many_of_the_stories_can_be_said_in_few_words() -> None:
    """Where phones come through and phones do not, mostly a condition tells them apart."""
    told = open_ = 0
    for _name, base, edits, _finding in STORIES[::4]:
        compiled = run_bundle(bundle(base, *edits), Budget())
        if some_come_through(compiled):
            open_ += 1
            told += admit_through(compiled) is not None
    assert open_ >= 3
    assert told >= 0.6 * open_


def test_where_all_or_none_come_through_nothing_is_offered() -> None:
    sound = run_bundle(bundle("clean-install"), Budget())
    assert kinds_through(sound) == prove(sound.bundle).phones.admitted
    assert admit_through(sound) is None
    asked = OpenQuestion(id="asked", action="open", text="?", about="not-read")
    guide = sound.bundle.guide.model_copy(update={"steps": (asked, *sound.bundle.guide.steps)})
    none = run_bundle(sound.bundle.with_guide(guide), Budget())
    assert kinds_through(none) == 0
    assert admit_through(none) is None


def test_of_each_part_of_the_admission_the_nearest_phone_is_told_that_it_turns_away() -> None:
    compiled = run_bundle(bundle("clean-install"), Budget())
    away = find_turned_away(compiled)
    assert away
    for each in away:
        assert (each.phones > 0) == (each.example != "")
    assert any(each.example.startswith("a palstek with ") for each in away)


def test_what_only_the_other_slot_tells_apart_is_said_of_the_other_slot() -> None:
    whole = demo_bundle("palstek", "base-one-slot").for_codename("palstek")
    fix = admit_through(run_bundle(whole, Budget()))
    assert fix is not None
    assert "other slot: base" in str(fix.guide.admission)
    assert "firmware base of the other slot" in fix.says
