"""Values of several parts: each has its shape, and written as it is shown it stays what it was."""

from collections.abc import Iterator
from typing import Any

import pytest

from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.nested import Cases
from anleitung.core.phone.actions import Step
from anleitung.core.phone.cautions import CAUTIONS
from anleitung.core.shorthand.forms import BY_NAME
from anleitung.core.writing.fits import kind_of
from anleitung.core.writing.here import Here
from anleitung.core.writing.shapes import shape_of
from anleitung.core.writing.shelf import Shelf
from anleitung.core.writing.slots import RowSlotsOut, SlotOut, slots_of
from anleitung.core.writing.tree import EditRefused, own_body, stored_rows
from anleitung.core.writing.view import head_out
from anleitung.demo.bundles import bundle_files, guide_names
from anleitung.demo.catalogue import codenames
from tests.core.writing.test_edits import INSTALL, edited, questions

SHARED = read_bundle(bundle_files("palstek", "wattlaeufer-tidewerk"))


def here(of: Bundle) -> Here:
    return Here(of, Shelf().with_bundle(of))


def test_every_value_of_several_parts_has_its_shape() -> None:
    shaped = {
        (action, name)
        for action, kind in BY_NAME.items()
        for name in kind.model_fields
        if name not in Step.model_fields and kind_of(action, name) in ("pairs", "lines")
    }
    assert ("script", "parts") in shaped
    for action, name in shaped:
        assert shape_of(action, name, {}, here(INSTALL)) is not None, (action, name)


def slots(opened: RowSlotsOut) -> Iterator[SlotOut]:
    for slot in (*(piece.slot for piece in opened.pieces), *opened.beside):
        if slot is not None and slot.shape is not None and slot.value:
            yield slot


@pytest.mark.parametrize("codename", codenames())
def test_written_as_it_is_shown_it_stays_what_it_was(codename: str) -> None:
    for name in guide_names(codename):
        whole = read_bundle(bundle_files(codename, name))
        for row in stored_rows(whole.guide).values():
            for slot in slots(slots_of(row.step, here(whole.for_codename(codename)))):
                assert slot.shape is not None
                columns = {column.name for column in slot.shape.columns}
                lines = slot.value if isinstance(slot.value, list) else []
                assert all(line.keys() <= columns for line in lines)
                was = {slot.field: own_body(row.step)[slot.field]}
                change = {slot.field: slot.value}
                edit = {"op": "set", "id": row.step.id, "change": change, "was": was}
                assert edited(whole, edit).fingerprint == whole.fingerprint


PARTS = [
    {"does": "restart", "when": "slot is a"},
    {"does": 'menu "Empty the system"', "asks": "Go on?"},
]


def test_parts_of_a_script_are_written_as_lines_and_told_back_as_lines() -> None:
    step = {"action": "script", "file": "rettungsring", "parts": PARTS}
    made = edited(INSTALL, {"op": "set", "id": "charge", "change": step})
    [parts] = slots(slots_of(stored_rows(made.guide)["charge"].step, here(made)))
    assert parts.value == PARTS
    again = {"op": "set", "id": "charge", "change": {"parts": PARTS[:1]}, "was": {"parts": PARTS}}
    after = edited(made, again)
    assert (
        own_body(stored_rows(after.guide)["charge"].step)["parts"][0]["does"]["action"] == "restart"
    )
    assert questions(after) == {}


def cases() -> Cases:
    step = next(r.step for r in stored_rows(SHARED.guide).values() if isinstance(r.step, Cases))
    assert isinstance(step, Cases)
    return step


def told(*ids: str) -> list[dict[str, Any]]:
    known = {c.id: {"id": c.id, "says": c.says, "when": str(c.when)} for c in cases().cases}
    return [known.get(name, {"id": name, "says": name, "when": "always"}) for name in ids]


def test_answers_that_come_go_and_change_places_keep_their_own_steps() -> None:
    first, second = (c.id for c in cases().cases)
    steps = {c.id: [s.id for s in c.steps] for c in cases().cases}

    def after(*ids: str) -> dict[str, list[str]]:
        edit = {"op": "set", "id": cases().id, "change": {"cases": told(*ids)}}
        row = stored_rows(edited(SHARED, edit).guide)[cases().id].step
        assert isinstance(row, Cases)
        return {c.id: [s.id for s in c.steps] for c in row.cases}

    assert after(second, first) == {second: steps[second], first: steps[first]}
    assert after(first, "third", second) == {**steps, "third": []}
    assert after("renamed", second) == {"renamed": steps[first], second: steps[second]}
    # Of an answer that is gone the steps stand behind the row, and are not another answer's.
    assert after(second, "third") == {second: steps[second], "third": []}
    with pytest.raises(EditRefused):
        after(first)


def test_the_steps_of_an_answer_that_is_gone_are_kept_behind_the_row() -> None:
    first, second = (c.id for c in cases().cases)
    gone = {s.id for c in cases().cases if c.id == first for s in c.steps}
    edit = {"op": "set", "id": cases().id, "change": {"cases": told(second, "third")}}
    rows = stored_rows(edited(SHARED, edit).guide)
    assert gone <= rows.keys()
    assert all(rows[name].holder == rows[cases().id].holder for name in gone)


def test_the_chord_of_each_mode_is_told_beside_it() -> None:
    opened = slots_of(stored_rows(INSTALL.guide)["into-bootloader"].step, here(INSTALL))
    reached = {chord.reaches for chord in INSTALL.device.chords}
    assert {"bootloader", "recovery"} <= opened.chords.keys() <= reached


def test_cautions_of_the_steps_can_be_said_in_other_words_and_not_left_out() -> None:
    cautions = {each.id: each.usual for each in head_out(INSTALL.guide, INSTALL).cautions}
    assert cautions["all-data-goes"] == CAUTIONS["all-data-goes"]
    assert "radio-test-call" in cautions
    written = edited(
        INSTALL, {"op": "head", "field": "caution_words", "value": {"all-data-goes": "All of it."}}
    )
    head = head_out(written.guide, written)
    assert head.values["caution_words"] == {"all-data-goes": "All of it."}
    assert [c.id for c in head.cautions] == list(cautions)
    wrong = {"op": "head", "field": "caution_words", "value": {"no-such": "x"}}
    assert head_out(edited(INSTALL, wrong).guide, INSTALL).unread
