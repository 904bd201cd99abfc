"""What stands behind a row that no phone gets past: what would be found once it is put right."""

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.nested import Nested, OneStep
from anleitung.core.guide.open_question import OpenQuestion, Pick
from anleitung.core.guide.script import RunScript
from anleitung.core.guide.walk import map_steps, without_steps
from anleitung.core.phone.actions import Step
from anleitung.core.proof.prove import prove
from anleitung.core.proof.repair.behind import Behind, find_behind
from anleitung.core.proof.result import ProofOut
from anleitung.core.proof.run.compile import run_bundle
from anleitung.demo.bundles import demo_bundle, faults, guide_names
from tests.core.proof.small import AT_BOOTLOADER, CHARGE, RESTART, flash, small

ALL = [(c, n) for c in ("palstek", "poller") for n in (*guide_names(c), *faults(c))]


def behind(bundle: Bundle) -> Behind | None:
    return find_behind(run_bundle(bundle, Budget()))


def found(proof: ProofOut) -> set[tuple[str, str, str]]:
    """Stops and warnings at steps, but for what says that nobody comes past one."""
    told = [f for f in proof.findings if f.step and f.severity != "note"]
    return {(f.id, f.subject, f.step) for f in told if f.id != "nobody-arrives"}


def open_row(name: str, *picks: OneStep) -> OpenQuestion:
    meant = tuple(Pick(does=p) for p in picks if isinstance(p, Step | RunScript))
    return OpenQuestion(id=name, action="open", text="as always", about="which-one", picks=meant)


@pytest.mark.parametrize(("codename", "name"), ALL)
def test_behind_an_open_row_is_what_is_found_once_it_is_settled(codename: str, name: str) -> None:
    whole = demo_bundle(codename, name).for_codename(codename)
    first = next(s for s in whole.guide.steps if not isinstance(s, Nested))
    asked = whole.with_guide(
        map_steps(whole.guide, lambda s: open_row(s.id, s) if s.id == first.id else s)
    )
    told = behind(asked)
    assert told is not None
    assert told.supposed[0].startswith("step ")
    now = {(f.id, f.subject, f.step) for f in told.findings} | found(prove(asked))
    assert now >= found(prove(whole))
    if len(told.supposed) == 1:
        assert {(f.id, f.subject, f.step) for f in told.findings} <= found(prove(whole))


def test_nothing_is_behind_where_some_phone_comes_to_the_end() -> None:
    assert behind(demo_bundle("palstek", "clean-install").for_codename("palstek")) is None


def test_of_what_could_be_meant_the_one_that_leads_furthest_is_supposed() -> None:
    write = flash("radio-k6", "radio", "both")
    made = small(*AT_BOOTLOADER, CHARGE | {"id": "row"}, write | {"id": "write"}, RESTART)
    row = next(s for s in made.guide.steps if s.id == "row")
    chord = next(s for s in made.guide.steps if s.action == "enter")
    recovery = chord.model_copy(update={"mode": "recovery"})
    asked = map_steps(made.guide, lambda s: open_row("row", recovery, row) if s.id == "row" else s)
    told = behind(made.with_guide(asked))
    assert told is not None
    assert told.supposed[0] == f"step 5 read as: {row.sentence(made.world)}"
    # Nobody comes past the start either: it is found, and passed over.
    assert "firmware-of-another-variant" in {f.id for f in told.findings}


def test_a_stop_is_put_right_by_its_remedy_and_a_row_without_one_is_passed_over() -> None:
    whole = demo_bundle("palstek", "clean-install").for_codename("palstek")
    told = behind(whole.with_guide(without_steps(whole.guide, lambda s: s.id == "get-files")))
    assert told is not None
    assert ": Download" in told.supposed[0]
    assert told.to_end
    asked = map_steps(whole.guide, lambda s: open_row("charge") if s.id == "charge" else s)
    told = behind(whole.with_guide(asked))
    assert told is not None
    assert told.supposed == ("step 2 left out",)
    assert {f.id for f in told.findings} == {"battery-low"}
