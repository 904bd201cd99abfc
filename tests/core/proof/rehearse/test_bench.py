"""The bench phone: one phone, step by step, with what it shows and what stands on it."""

import pytest

from anleitung.core.proof.prove import prove
from anleitung.core.proof.rehearse.bench import BenchOut, NoSuchPhone, walk
from tests.core.bundles import bundle
from tests.core.proof.small import AT_BOOTLOADER, RESTART, flash, small

OPEN = {"bootloader": "unlocked"}
OLD = {**OPEN, "base": "PS-12.1.0-KU.r1", "other-base": "PS-12.1.0-KU.r1"}


def parts(bench: BenchOut, step: int) -> dict[str, dict[str, str]]:
    """Title of the slot → partition → letter."""
    slots = bench.steps[step].slots
    return {slot.title: {p.name: p.letter for p in slot.parts} for slot in slots}


def test_a_guide_that_ends_well_ends_well_on_the_bench() -> None:
    bench = walk(bundle("clean-install"), OPEN)
    assert bench.admitted
    assert [s.number for s in bench.steps] == list(range(1, bench.all_steps + 1))
    assert not [f for step in bench.steps for f in step.found]
    assert {s.ended for s in bench.steps} == {""}
    last = bench.steps[-1]
    assert (last.mode, last.screen) == ("system", "Wattläufer 5.0: its home page.")
    assert bench.steps[-3].screen == "Wattläufer greets, and asks for the first set-up."
    letters = parts(bench, -1)
    assert letters["slot b, running"]["system"] == "W"
    assert letters["slot a, other"]["system"] == "S"
    assert {p.name for slot in bench.steps[-5].slots for p in slot.parts if p.is_new} == set()


def test_a_witness_of_the_proof_ends_on_the_bench_as_the_proof_says() -> None:
    made = bundle("clean-install-one-slot")
    for finding in prove(made).findings:
        if finding.kind == "document":
            continue
        assert finding.witness is not None
        bench = walk(made, finding.witness.facts)
        assert bench.admitted
        last = bench.steps[-1]
        assert (last.id, last.ended != "") == (finding.step, True)
        assert (finding.id, finding.message) in [(f.id, f.message) for f in last.found]


def test_steps_that_are_not_for_this_phone_are_told_apart() -> None:
    bench = walk(bundle("clean-install"), {**OLD, "variant": "K6"})
    passed = {s.id for s in bench.steps if not s.concerned}
    assert passed == {"radio-for-m6", "firmware-for-m6"}
    written = next(s for s in bench.steps if s.id == "radio-for-k6")
    assert {p.name for slot in written.slots for p in slot.parts if p.is_new} == {"radio"}
    assert written.answer == "Two lines, each ending in “written”"


def test_a_slip_on_purpose_is_made_and_told() -> None:
    made = bundle("clean-install")
    usual = walk(made, OLD)
    radio = next(s for s in usual.steps if s.id == "radio-for-m6")
    slip = next(s for s in radio.slips if s.says == "radio-12.4.7-k6.img is taken instead")
    bench = walk(made, OLD, slip.index)
    assert bench.slip == slip.says
    assert (bench.steps[-1].ended, bench.steps[-1].mode) == ("dead", "dead")
    assert bench.steps[-1].screen == "The screen stays black, whatever is held or plugged in."


def test_a_step_that_cannot_be_done_says_why() -> None:
    bench = walk(
        small(*AT_BOOTLOADER, flash("radio-m6", "radio"), RESTART), {"bootloader": "locked"}
    )
    assert not bench.admitted
    last = bench.steps[-1]
    assert (last.ended, last.mode) == ("stopped", "bootloader")
    assert last.answer.startswith("It cannot be done: ")


def test_without_a_word_the_phone_is_one_that_the_guide_admits() -> None:
    """The usual phone is locked, and this guide wants an open one."""
    bench = walk(bundle("clean-install"), {})
    assert bench.admitted
    assert {f.name for f in bench.facts if f.value != f.usual} == {"bootloader"}
    assert [s.title for s in bench.first.slots][-1] == ""
    assert [p.name for p in bench.first.slots[-1].parts] == ["calibration"]


@pytest.mark.parametrize("facts", [{"variant": "M7"}, {"colour": "red"}])
def test_a_phone_that_does_not_exist_is_refused(facts: dict[str, str]) -> None:
    with pytest.raises(NoSuchPhone):
        walk(bundle("unlock"), facts)
