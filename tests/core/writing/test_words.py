"""What an editor says and shows: history in words, rows as lines, slots, what uses what."""

from random import Random
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import TypeAdapter

from anleitung.core.diagrams.run import Budget
from anleitung.core.guide.walk import actions_of
from anleitung.core.proof.run.compile import run_bundle
from anleitung.core.shorthand.forms import BY_NAME
from anleitung.core.shorthand.lines import read_line, step_of
from anleitung.core.writing import ops
from anleitung.core.writing.given import MISSING, given_line
from anleitung.core.writing.here import Here, modes_before
from anleitung.core.writing.in_log import texts_in_log
from anleitung.core.writing.questions import step_or_question
from anleitung.core.writing.session import edit_bundle
from anleitung.core.writing.shelf import Shelf, carry
from anleitung.core.writing.slots import slots_of
from anleitung.core.writing.tree import head_marks, stored_rows
from anleitung.core.writing.view import head_out, rows_out, uses_of
from anleitung.core.writing.words import edits_words, row_words, typed_in
from anleitung.demo.bundles import demo_bundle
from tests.core.bundles import bundle
from tests.core.proof.random_guides import draw_action

EDITS: TypeAdapter[list[ops.AnyEdit]] = TypeAdapter(list[ops.AnyEdit])
INSTALL = bundle("clean-install")
SHELF = Shelf().with_bundle(INSTALL)
HERE = Here(INSTALL, SHELF, frozenset({"bootloader"}), (("return-to-stock", "Return"),))

BRANCH = {"action": "branch", "on": "mode is system", "ask": "Is it so?"}
SAID: list[tuple[list[dict[str, Any]], str, str]] = [
    ([{"op": "put", "id": "charge", "step": {"action": "power-off"}}], "written: power off",
     "row charge"),
    ([{"op": "set", "id": "charge", "change": {"sight": "x"}}], "written: charge", "row charge"),
    ([{"op": "write", "line": "restart", "id": "charge"}], "written: restart", ""),
    ([{"op": "write", "line": "restart"}], "new: restart", ""),
    ([{"op": "remove", "ids": ["charge"]}], "removed: charge", ""),
    ([{"op": "remove", "ids": ["charge", "agree"]}], "removed: 2 rows", ""),
    ([{"op": "move", "ids": ["charge"], "at": {"after": "agree"}}], "moved: charge", ""),
    ([{"op": "duplicate", "ids": ["agree"]}], "duplicated: connect and agree", ""),
    ([{"op": "fold", "ids": ["charge"], "into": BRANCH, "arm": ["then"]}], "folded: charge", ""),
    ([{"op": "unfold", "id": "which-chip"}],
     "taken out of: Does the first line of the bootloader end in M6?", ""),
    ([{"op": "insert", "steps": [{"action": "charge"}]}], "1 row put in", ""),
    ([{"op": "head", "field": "admission", "value": "always"}], "admission written",
     "head admission"),
    ([{"op": "head", "field": "agree_to", "value": []}, {"op": "remove", "ids": ["charge"]}],
     "agree to written, and 1 more", ""),
]  # fmt: skip


@pytest.mark.parametrize(("edits", "says", "about"), SAID)
def test_what_was_done_is_said_in_words(edits: list[dict[str, Any]], says: str, about: str) -> None:
    done = EDITS.validate_python(edits)
    after = edit_bundle(INSTALL, done, SHELF).bundle
    assert edits_words(INSTALL, after, done) == says
    assert typed_in(done) == about


def test_words_of_rows_that_are_questions_or_gone() -> None:
    asked = EDITS.validate_python([{"op": "write", "line": "sing", "id": "charge"}])
    after = edit_bundle(INSTALL, asked, SHELF).bundle
    assert row_words(after.guide, "charge") == "“sing”"
    assert row_words(after.guide, "nothing") == "nothing"
    pick = {"op": "as-prose", "id": "charge"}
    done = EDITS.validate_python([pick])
    assert edits_words(after, INSTALL, done) == "kept as text: “sing”"


@given(st.integers(0, 2**32), st.integers(0, 6))
def test_what_is_given_of_a_step_is_in_its_line(seed: int, drop: int) -> None:
    """A row that is no step yet says all that was given of it, with … for what is missing."""
    plain = {k: v for k, v in draw_action(Random(seed)).items() if k != "id"}
    whole = step_or_question({"id": "it", **plain})
    if whole.action != "open":  # type: ignore[union-attr]
        # Conditions stand as they were typed; what they mean is the same.
        assert step_of(read_line(given_line(plain)), "it") == whole
    names = [n for n in plain if n != "action"]
    if names:
        gone = names[drop % len(names)]
        less = {k: v for k, v in plain.items() if k != gone}
        line = given_line(less)
        fields = BY_NAME[plain["action"]].model_fields
        for name, value in less.items():
            if isinstance(value, str) and name != "action" and value.isalnum():
                assert value in line or value == fields[name].default
        if BY_NAME[plain["action"]].model_fields[gone].is_required():
            asked: Any = step_or_question({"id": "it", **less})
            assert (asked.action, asked.about) == ("open", "not-read")
            assert MISSING in asked.text or "|" in asked.text or gone in asked.says


ADDED = [
    ("radio-for-m6", "where", "both slots"),
    ("get-files", "verify", "and compare"),
    ("agree", "confirm", "and agree"),
    ("copy-media", "kept", "to host"),
]


@pytest.mark.parametrize(("row", "field", "shown"), ADDED)
def test_what_stands_in_a_row_is_a_slot_and_what_may_be_added_a_word(
    row: str, field: str, shown: str
) -> None:
    opened = slots_of(stored_rows(INSTALL.guide)[row].step, HERE)
    told = " ".join(p.text or (p.slot.shown if p.slot else "") for p in opened.pieces)
    slots = {p.slot.field for p in opened.pieces if p.slot}
    adds = {name for p in opened.pieces for name in p.adds}
    assert field in slots | adds
    assert shown in told or field in adds


def test_slots_of_rows_that_hold_others_and_of_questions() -> None:
    rows = stored_rows(INSTALL.guide)
    branch = slots_of(rows["which-chip"].step, HERE)
    assert [p.slot.field for p in branch.pieces if p.slot] == ["on", "ask"]
    choose = slots_of(rows["data"].step, HERE)
    assert [o.value for p in choose.pieces if p.slot for o in p.slot.offers] == ["data"]
    back = slots_of(rows["radio-for-m6"].step, HERE)
    ways = next(slot for slot in back.beside if slot.field == "way_back")
    assert [o.value for o in ways.offers] == ["return-to-stock"]


def test_every_row_is_told_with_where_it_stands() -> None:
    rows = {row.id: row for row in rows_out(INSTALL.guide)}
    inner = rows["radio-for-m6"]
    assert (inner.holder, inner.arm, inner.depth) == ("which-chip", ["then"], 2)
    assert rows["which-chip"].lists == [["then"], ["otherwise"]]
    assert rows["data"].lists == [["choices", "clean"], ["choices", "keep"]]
    shared = demo_bundle("schotstek", "own-key")
    for row in rows_out(shared.guide):
        assert row.shown
        assert row.line or row.lists


def test_what_is_done_for_each_slot_is_shown_twice() -> None:
    fold = {"op": "fold", "ids": ["charge"], "into": {"action": "each-slot"}}
    after = edit_bundle(INSTALL, EDITS.validate_python([fold]), SHELF).bundle
    rows = {row.id: row for row in rows_out(after.guide)}
    assert rows["charge"].shown == ["charge-a", "charge-b"]


def test_the_head_written_as_it_stands_changes_nothing() -> None:
    head = head_out(INSTALL.guide, INSTALL)
    marks = head_marks(INSTALL.guide)
    edits = [
        {"op": "head", "field": name, "value": head.values[name], "was": marks[name]}
        for name in head.values
    ]
    after = edit_bundle(INSTALL, EDITS.validate_python(edits), SHELF).bundle
    assert after.fingerprint == INSTALL.fingerprint
    assert after.guide.unread == ()


def test_what_uses_a_document_is_told_before_it_is_taken_out() -> None:
    uses = uses_of(INSTALL.guide)
    assert uses["radio-m6"] == [
        "get rettungsring,wattlaeufer,radio-m6,firmware-m6,radio-k6,firmware-k6 and compare",
        "flash radio radio-m6 to both slots",
    ]
    assert uses["lotse"] == ["see the phone with lotse"]
    named = {name for step in actions_of(INSTALL.guide) for name in step.used_files()}
    assert named <= set(uses)


def test_a_derived_file_brings_what_it_is_made_from() -> None:
    root = bundle("root")
    shelf = Shelf().with_bundle(root)
    bare = root.with_guide(root.guide.model_copy(update={"files": (), "programs": ()}))
    making = next(s.id for s in actions_of(root.guide) if s.action == "derive")  # type: ignore[attr-defined]
    there = carry(bare, [making], shelf)
    assert set(there.guide.files) == {"wattlaeufer-ramdisk", "wattlaeufer-ramdisk-patched"}
    assert "bootsmann" in there.guide.programs


@pytest.mark.parametrize(
    ("text", "log", "seen", "fault"),
    [
        ("E: cannot open *, no such", "x\nE: cannot open /a, no such\ny", True, ""),
        ("E: cannot open *", "all well", False, ""),
        ("", "x", False, "text: is empty"),
        ("*" * 60, "x", False, "gaps"),
    ],
)
def test_texts_are_tried_out_against_a_log(text: str, log: str, seen: bool, fault: str) -> None:
    told = texts_in_log([text], log)
    assert told["seen"] == [seen]
    assert fault in told["faults"][0]


def test_the_modes_before_a_row_are_those_of_the_proof() -> None:
    modes = modes_before(run_bundle(INSTALL, Budget()))
    assert modes["charge"] == {"system"}
    assert modes["see-phone"] == modes["start-rettungsring"] == {"bootloader"}
    assert modes["install-wattlaeufer"] == {"recovery"}
    assert modes[""] == {"system"}
