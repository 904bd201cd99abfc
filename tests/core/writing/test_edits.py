"""Edits of a guide: laws over whatever is done to it, and stories of what becomes a question."""

from random import Random
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import TypeAdapter

from anleitung.core.documents.base import body_of
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.formats.write_bundle import write_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.document import Unread
from anleitung.core.guide.nested import Nested
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.walk import rows_of
from anleitung.core.phone.actions import Step
from anleitung.core.writing import ops
from anleitung.core.writing.session import edit_bundle
from anleitung.core.writing.shelf import Shelf
from anleitung.core.writing.tree import EditRefused, mark_of_row, own_body, stored_rows
from anleitung.core.writing.view import head_out, rows_out
from anleitung.demo.bundles import demo_bundle
from tests.core.bundles import bundle
from tests.core.proof.random_guides import draw_action

EDITS: TypeAdapter[list[ops.AnyEdit]] = TypeAdapter(list[ops.AnyEdit])
INSTALL = bundle("clean-install")
WIDE = demo_bundle("schotstek", "own-key")
FLASHES = [f"{part}-for-{chip}" for part in ("radio", "firmware") for chip in ("m6", "k6")]
IF = "if mode is system asking So?"
BRANCH = {"action": "branch", "on": "mode is system", "ask": "Is it so?"}
SHELF = Shelf().with_bundle(INSTALL)


def edited(of: Bundle, *edits: dict[str, Any], by: str = "") -> Bundle:
    done = edit_bundle(of, EDITS.validate_python(edits), SHELF, who="mira.f", standing_by=by)
    return done.bundle


def questions(of: Bundle) -> dict[str, OpenQuestion]:
    rows = {row.step.id: row.step for row in rows_of(of.guide)}
    return {name: step for name, step in rows.items() if isinstance(step, OpenQuestion)}


def draw_step(random: Random) -> dict[str, Any]:
    """A step without an id, a script of it, or an open question."""
    step = {k: v for k, v in draw_action(random).items() if k != "id"}
    script = {"action": "script", "file": "rettungsring", "parts": [{"does": {**step, "id": "p"}}]}
    asked = {"action": "open", "text": "hold it", "prose": "long"}
    return random.choice([step, step, script, asked])


def draw_edit(random: Random, of: Bundle) -> dict[str, Any]:
    """One edit that names rows which are there."""
    names = list(stored_rows(of.guide))
    some = random.sample(names, random.randint(1, min(4, len(names))))
    at = {random.choice(["before", "after"]): random.choice(names)}
    step = random.choice([draw_step(random), {**BRANCH, "then": [draw_step(random)]}])
    line = random.choice(["charge", "flash radio radio-m6", "hold it", IF])
    gone, stale = random.choice(["gone", some[0]]), random.choice(["", "0" * 16])
    return random.choice(
        [
            {"op": "write", "line": line, "at": at},
            {"op": "write", "line": line, "id": some[0]},
            {"op": "put", "id": gone, "was": stale, "step": step, "after": random.choice(names)},
            {
                "op": "set",
                "id": gone,
                "change": step,
                "was": {"action": random.choice(["", "charge"])},
            },
            {"op": "set", "id": some[0], "change": {"prose": "x", "sight": "y"}},
            {"op": "pick", "id": some[0], "number": random.randint(0, 1)},
            {"op": "insert", "at": at, "steps": [step]},
            {"op": "remove", "ids": some},
            {"op": "move", "ids": some, "at": at},
            {"op": "duplicate", "ids": some},
            {"op": "fold", "ids": some, "into": {"action": "each-slot"}},
            {"op": "fold", "ids": some, "line": "passage shared"},
            {
                "op": "fold",
                "ids": some,
                "into": BRANCH,
                "arm": ["then"],
            },
            {"op": "unfold", "id": some[0]},
            {"op": "as-prose", "id": some[0]},
            {"op": "head", "field": "files", "value": ["rettungsring"]},
            {
                "op": "head",
                "field": "admission",
                "value": random.choice(["always", "mode", "x is y"]),
            },
        ]
    )


@given(st.integers(0, 2**32))
def test_whatever_is_done_a_draft_reads_and_is_stored_as_it_is(seed: int) -> None:
    """An edit is refused and leaves all as it was, or what comes out fits and reads as itself."""
    random = Random(seed)
    now = random.choice([INSTALL, WIDE])
    for _ in range(4):
        try:
            now = edited(now, draw_edit(random, now))
        except EditRefused:
            continue
        assert check_bundle(now) == []
        ids = [row.step.id for row in rows_of(now.guide)]
        assert len(ids) == len(set(ids))
        assert read_bundle(write_bundle(now)).fingerprint == now.fingerprint
        assert {row.id for row in rows_out(now.guide)} == set(stored_rows(now.guide))


def written_by(random: Random, who: str, row: str) -> dict[str, Any]:
    """What one person writes on a row as INSTALL has it, with a text that tells whose it is."""
    seen = stored_rows(INSTALL.guide)[row].step
    words = {field: f"{field} of {who}" for field in ("prose", "sight")}
    put = {"op": "put", "id": row, "was": mark_of_row(seen)}
    return random.choice(
        [
            {**put, "step": {**draw_step(random), **words}},
            {**put, "step": {"action": "open", "text": f"prose of {who}", "sight": words["sight"]}},
            {"op": "write", "id": row, "was": put["was"], "line": f"hold it, prose of {who}"},
            {
                "op": "set",
                "id": row,
                "change": words,
                "was": {f: own_body(seen).get(f) for f in words},
            },
        ]
    )


@given(st.integers(0, 2**32))
def test_of_two_who_write_one_row_neither_loses_a_word(seed: int) -> None:
    random = Random(seed)
    row = random.choice(
        [n for n, found in stored_rows(INSTALL.guide).items() if isinstance(found.step, Step)]
    )
    first = random.choice([{"op": "remove", "ids": [row]}, written_by(random, "jan.o", row)])
    theirs = edited(INSTALL, first)
    both = str(body_of(edited(theirs, written_by(random, "mira.f", row), by="jan.o").guide))
    assert "prose of mira.f" in both
    assert first["op"] == "remove" or "prose of jan.o" in both


@given(st.integers(0, 2**32))
def test_moving_and_folding_lose_no_row(seed: int) -> None:
    random = Random(seed)
    names = list(stored_rows(INSTALL.guide))
    some = random.sample(names, random.randint(1, 3))
    edit = random.choice(
        [
            {"op": "move", "ids": some, "at": {"after": random.choice(names)}},
            {"op": "unfold", "id": some[0]},
            {
                "op": "fold",
                "ids": some,
                "into": BRANCH,
                "arm": ["then"],
            },
        ]
    )
    try:
        after = set(stored_rows(edited(INSTALL, edit).guide))
    except EditRefused:
        return
    gone = set(names) - after
    assert gone <= ({some[0]} if edit["op"] == "unfold" else set())


# An edit, and what is then open: (id of the row or field, a part of what is said about it).
OPEN: list[tuple[dict[str, Any], str, str]] = [
    ({"op": "write", "line": "hold the keys", "id": "charge"}, "charge", "no step begins"),
    ({"op": "write", "line": "flash radio other.img", "id": "charge"}, "charge", "small letters"),
    ({"op": "put", "id": "radio-for-m6", "step": {"action": "flash", "partition": "radio"}},
     "radio-for-m6", "file: is missing"),
    ({"op": "put", "id": "charge", "step": {"action": "dance"}}, "charge", ""),
    ({"op": "remove", "ids": FLASHES}, "row", ""),
    ({"op": "unfold", "id": "data"}, "", ""),
    ({"op": "head", "field": "admission", "value": "bootloader is"}, "admission", "cannot be read"),
    ({"op": "head", "field": "admission", "value": "moon is full"}, "admission", "no fact"),
    ({"op": "head", "field": "promise", "value": {"holds": ["x"]}}, "promise", "cannot be read"),
    ({"op": "head", "field": "title", "value": ""}, "title", "is empty"),
]  # fmt: skip


@pytest.mark.parametrize(("edit", "where", "says"), OPEN)
def test_what_is_not_right_yet_is_asked_about_where_it_is(
    edit: dict[str, Any], where: str, says: str
) -> None:
    now = edited(INSTALL, edit)
    told = {name: step.says for name, step in questions(now).items()}
    told |= {each.where: each.says for each in now.guide.unread}
    assert list(told) == ([where] if where else [])
    assert not where or says in told[where]


REFUSED: list[tuple[dict[str, Any], str]] = [
    ({"op": "remove", "ids": ["nothing"]}, ""),
    ({"op": "move", "ids": ["nothing"], "at": {"after": "charge"}}, "gone"),
    ({"op": "move", "ids": ["base-in-both-slots"], "at": {"after": "radio-for-m6"}}, "into itself"),
    (
        {"op": "fold", "ids": ["charge", "radio-for-m6"], "into": {"action": "each-slot"}},
        "one list",
    ),
    ({"op": "fold", "ids": ["charge"], "line": "if so"}, "“if so” is no row"),
    (
        {"op": "fold", "ids": ["charge"], "line": "if moon is asking X?", "arm": ["then"]},
        "cannot be",
    ),
    ({"op": "unfold", "id": "charge"}, "holds no others"),
    ({"op": "pick", "id": "charge", "number": 0}, "no such meaning"),
    ({"op": "as-prose", "id": "charge"}, "is a step"),
    ({"op": "put", "id": "data", "step": {"action": "charge"}}, "holds others"),
    ({"op": "put", "id": "charge", "step": {"action": "charge", "id": "agree"}}, "already"),
    ({"op": "head", "field": "files", "value": ["not-here"]}, "no document .* not-here"),
    ({"op": "head", "field": "options", "value": []}, "Change the admission first"),
    ({"op": "head", "field": "title", "value": "x", "was": "old"}, "changed meanwhile"),
]


@pytest.mark.parametrize(("edit", "says"), REFUSED)
def test_what_cannot_be_done_is_refused_and_says_why(edit: dict[str, Any], says: str) -> None:
    if not says:  # a row that is gone already is gone
        assert edited(INSTALL, edit).fingerprint == INSTALL.fingerprint
        return
    with pytest.raises(EditRefused, match=says):
        edited(INSTALL, edit)


def test_a_line_changes_what_is_done_and_leaves_what_stands_beside_it() -> None:
    now = edited(INSTALL, {"op": "write", "line": "flash radio radio-k6", "id": "radio-for-m6"})
    step: Any = stored_rows(now.guide)["radio-for-m6"].step
    assert (step.file, step.where, step.way_back) == ("radio-k6", "running", "emergency-base")


def test_of_two_versions_of_one_row_both_stand_until_one_is_taken() -> None:
    mark = mark_of_row(stored_rows(INSTALL.guide)["charge"].step)
    theirs = edited(INSTALL, {"op": "put", "id": "charge", "step": {"action": "power-off"}})
    mine = {"op": "put", "id": "charge", "was": mark, "step": {"action": "restart"}}
    both = edited(theirs, mine, by="jan.o")
    picks = questions(both)["charge"].picks
    assert [(p.does.action, p.says) for p in picks] == [  # type: ignore[attr-defined]
        ("power-off", "as it stands, last written by jan.o"),
        ("restart", "as mira.f wrote it"),
    ]
    taken = edited(both, {"op": "pick", "id": "charge", "number": 1})
    assert questions(taken) == {}
    # Who wrote the very same is not asked.
    same = edited(theirs, {**mine, "step": {"action": "power-off"}})
    assert questions(same) == {}


def test_the_parts_of_scripts_have_ids_of_their_own_in_a_copy_and_in_a_clash() -> None:
    parts = [{"does": {"id": "agree", "action": "charge"}}] * 2
    script = {"action": "script", "file": "rettungsring", "parts": parts}
    put = {"op": "put", "id": "charge", "was": "0" * 16, "step": script}
    now = edited(edited(INSTALL, put), {"op": "remove", "ids": ["set-up"]})
    assert len(questions(now)["charge"].picks) == 2
    taken = edited(now, {"op": "pick", "id": "charge", "number": 1})
    twice = edited(taken, {"op": "duplicate", "ids": ["charge"]})
    for each in (now, taken, twice):
        assert read_bundle(write_bundle(each)).fingerprint == each.fingerprint


TYPED = [
    ("admission", "bootloader is"),
    ("summary", "x" * 900),
    ("promise", {"holds": ["x"]}),
]


@pytest.mark.parametrize(("field", "value"), TYPED)
def test_what_is_open_in_the_head_is_left_or_taken(field: str, value: Any) -> None:
    asked = edited(INSTALL, {"op": "head", "field": field, "value": value})
    [entry] = head_out(asked.guide, asked).unread
    assert (entry.typed, entry.can_take) == (value, field == "files")
    left = edited(asked, {"op": "answer-head", "field": field, "take": False})
    assert left.fingerprint == INSTALL.fingerprint
    with pytest.raises(EditRefused, match="Nothing is open"):
        edited(left, {"op": "answer-head", "field": field, "take": False})
    if not entry.can_take:
        with pytest.raises(EditRefused, match="cannot be read"):
            edited(asked, {"op": "answer-head", "field": field, "take": True})


def test_what_was_carried_over_in_the_head_is_taken_as_it_was_told() -> None:
    told = Unread(where="promise", text="system is stock; slot is a", says="carried over")
    doubt = Unread(where="summary", text="palstek", says="of palstek", of_what_stands=True)
    both = INSTALL.guide.model_copy(update={"unread": (told, doubt)})
    assert [e.can_take for e in head_out(both, INSTALL).unread] == [True, False]
    taken = edited(
        INSTALL.with_guide(both),
        {"op": "answer-head", "field": "promise", "take": True},
        {"op": "answer-head", "field": "summary", "take": False},
    ).guide
    assert [h.typed for h in taken.promise.holds] == ["system is stock", "slot is a"]
    assert (taken.promise.loses, taken.unread) == (INSTALL.guide.promise.loses, ())


def test_a_choice_that_changes_takes_its_rows_along() -> None:
    options = head_out(INSTALL.guide, INSTALL).values["options"]
    options[0]["choices"].append({"id": "half", "says": "Half of it"})
    wider = edited(INSTALL, {"op": "head", "field": "options", "value": options})
    step: Any = stored_rows(wider.guide)["data"].step
    assert set(step.choices) == {"clean", "keep", "half"}


def test_documents_come_in_with_the_row_that_names_them_and_go_out_by_hand() -> None:
    bare = edited(INSTALL, {"op": "head", "field": "files", "value": ["wattlaeufer"]})
    assert "rettungsring" not in {p.id for p in bare.packages}
    line = {"op": "write", "line": "flash ramdisk rettungsring", "at": {"after": "agree"}}
    again = edited(bare, line)
    assert again.guide.files == ("wattlaeufer", "rettungsring")
    assert "rettungsring" in {p.id for p in again.packages}


def test_rows_that_hold_others_keep_them_when_they_are_written() -> None:
    row = stored_rows(INSTALL.guide)["which-chip"].step
    assert isinstance(row, Nested)
    body = {"action": "branch", "on": "variant is K6", "ask": "Does it end in K6?"}
    now: Any = stored_rows(edited(INSTALL, {"op": "put", "id": row.id, "step": body}).guide)
    assert [s.id for s in now["which-chip"].step.then] == ["radio-for-m6", "firmware-for-m6"]
