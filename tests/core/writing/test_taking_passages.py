"""Passages while a guide is written: made of rows, taken by a line, kept whole, folded again."""

from dataclasses import replace
from typing import Any

import pytest
from pydantic import TypeAdapter

from anleitung.core.documents.base import body_of
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.formats.write_bundle import write_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.nested import UsePassage
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.passage import Passage
from anleitung.core.guide.rename import rename_document
from anleitung.core.guide.walk import actions_of, rows_of
from anleitung.core.phone.actions.flash import Flash
from anleitung.core.proof.prove import prove
from anleitung.core.writing import ops
from anleitung.core.writing.begin import empty_guide
from anleitung.core.writing.carry_over import carry_over
from anleitung.core.writing.passages import made_of
from anleitung.core.writing.replace import replace_in
from anleitung.core.writing.session import edit_bundle
from anleitung.core.writing.shelf import Shelf
from anleitung.core.writing.tree import EditRefused, stored_rows
from anleitung.demo.bundles import demo_bundle
from tests.core.bundles import bundle

EDITS: TypeAdapter[list[ops.AnyEdit]] = TypeAdapter(list[ops.AnyEdit])
INSTALL = bundle("clean-install")
ROWS = ["start-rettungsring", "data"]
FOLD = {"op": "fold", "ids": ROWS, "line": "passage start-ring"}


def edited(of: Bundle, *edits: dict[str, Any], shelf: Shelf | None = None) -> Bundle:
    done = edit_bundle(of, EDITS.validate_python(edits), shelf or Shelf().with_bundle(of)).bundle
    assert check_bundle(done) == []
    assert read_bundle(write_bundle(done)).fingerprint == done.fingerprint
    return done


def taken(of: Bundle) -> list[UsePassage]:
    return [r.step for r in rows_of(of.guide) if isinstance(r.step, UsePassage)]


def told(of: Bundle) -> list[Any]:
    proof = prove(of)
    found = [(f.id, f.phones.count if f.phones else 0) for f in proof.findings]
    return [*sorted(found), proof.promises]


SCOPES = [
    ("passage start-ring", ("palstek", None)),
    ("passage start-ring for maker", (None, "Tidewerk")),
    ("passage start-ring for all", (None, None)),
]


@pytest.mark.parametrize(("line", "scope"), SCOPES)
def test_rows_become_a_passage_and_the_guide_says_the_same(line: str, scope: Any) -> None:
    made = edited(INSTALL, {**FOLD, "line": line})
    [passage] = made.passages
    assert (passage.codename, passage.maker) == scope
    assert [place.id for place in passage.places] == ["the-rettungsring"]
    [row] = taken(made)
    assert row.given == {"the-rettungsring": "rettungsring"}
    assert told(made) == told(INSTALL)
    # Taken out again, only the ids are others.
    out = edited(made, {"op": "unfold", "id": row.id})
    assert (out.passages, told(out)) == ((), told(INSTALL))
    assert [s.action for s in actions_of(out.guide)] == [
        s.action for s in actions_of(INSTALL.guide)
    ]  # type: ignore[attr-defined]


PLACED = [
    (ROWS, "placing files", {"file": "rettungsring"}),
    (["see-phone"], "placing lotse", {"tool": "lotse"}),
    (["see-phone"], "for all placing Tool lotse, files titled Into the ring", {"tool": "lotse"}),
    (["radio-for-m6"], "placing partition radio", {"partition": "radio"}),
    (["radio-for-m6"], "placing radio, files", {"partition": "radio", "file": "radio-m6"}),
]


@pytest.mark.parametrize(("ids", "more", "places"), PLACED)
def test_what_may_differ_is_named_while_it_is_folded(
    ids: list[str], more: str, places: dict[str, str]
) -> None:
    made = edited(INSTALL, {"op": "fold", "ids": ids, "line": f"passage start-ring {more}"})
    [passage], [row] = made.passages, taken(made)
    assert {p.kind: row.given[p.id] for p in passage.places} == places
    assert passage.title == ("Into the ring" if "titled" in more else "Start ring")
    assert told(made) == told(INSTALL)
    # What is given in a place is nowhere else in its steps.
    held = str(body_of(passage)["steps"])
    assert not [value for value in places.values() if f"'{value}'" in held]


def test_what_stands_in_none_of_the_steps_is_no_place_of_theirs() -> None:
    for name in ("radio", "partition rettungsring", "tool funke"):
        with pytest.raises(EditRefused, match="stands in none of these steps"):
            edited(INSTALL, {**FOLD, "line": f"passage start-ring placing {name}"})


MADE = edit_bundle(INSTALL, EDITS.validate_python([FOLD]), Shelf().with_bundle(INSTALL)).bundle
READY = Shelf().with_bundle(MADE)

# A line, and what is asked about it; "" where it is taken.
LINES = [
    ("passage start-ring with the-rettungsring=rettungsring", ""),
    ("Passage start-ring with the-rettungsring = rettungsring", ""),
    ("passage start-ring", "write what stands in its places"),
    ("passage start-ring with the-rettungsring", "names no place of it"),
    ("passage start-ring with ring=rettungsring", "names no place of it"),
    ("passage start-ring with the-rettungsring=lotse", "lotse is not known here"),
    ("passage unknown", "no passage is called unknown"),
]


@pytest.mark.parametrize(("line", "says"), LINES)
def test_a_line_takes_a_passage_or_says_what_is_missing(line: str, says: str) -> None:
    now = edited(INSTALL, {"op": "write", "line": line, "at": {"after": "charge"}}, shelf=READY)
    asked = [r.step for r in rows_of(now.guide) if isinstance(r.step, OpenQuestion)]
    assert [says in step.says for step in asked] == ([True] if says else [])
    assert [row.passage for row in taken(now)] == ([] if says else ["start-ring"])


def test_its_files_come_along_and_what_is_not_given_is_refused() -> None:
    line = "passage start-ring with the-rettungsring=rettungsring"
    bare = edited(INSTALL, {"op": "remove", "ids": ["start-rettungsring"]})
    bare = edited(bare, {"op": "head", "field": "files", "value": ["wattlaeufer"]})
    now = edited(bare, {"op": "write", "line": line}, shelf=READY.with_bundle(INSTALL))
    assert "rettungsring" in now.guide.files
    given = {"op": "set", "id": "start-ring", "change": {"given": {}}}
    with pytest.raises(EditRefused, match="Start ring: the-rettungsring is not given"):
        edited(now, given)


INNER = next(row.id for row in taken(MADE)[0].steps)
REACHING: list[dict[str, Any]] = [
    {"op": "write", "id": INNER, "line": "charge"},
    {"op": "put", "id": INNER, "step": {"action": "charge"}},
    {"op": "set", "id": INNER, "change": {"sight": "x"}},
    {"op": "remove", "ids": [INNER]},
    {"op": "move", "ids": [INNER], "at": {"after": "charge"}},
    {"op": "move", "ids": ["charge"], "at": {"after": INNER}},
    {"op": "duplicate", "ids": [INNER]},
    {"op": "insert", "at": {"after": INNER}, "steps": [{"action": "charge"}]},
    {"op": "fold", "ids": [INNER], "line": "if variant is M6 asking X?", "arm": ["then"]},
]


@pytest.mark.parametrize("edit", REACHING)
def test_no_edit_reaches_into_what_other_guides_share(edit: dict[str, Any]) -> None:
    with pytest.raises(EditRefused, match="This step is of the passage Start ring"):
        edited(MADE, edit)


def test_a_row_that_takes_one_is_moved_copied_and_given_otherwise() -> None:
    twice = edited(MADE, {"op": "duplicate", "ids": ["start-ring"]})
    assert [row.id for row in taken(twice)] == ["start-ring", "start-ring-2"]
    other = {"given": {"the-rettungsring": "radio-m6"}}
    changed = edited(twice, {"op": "set", "id": "start-ring-2", "change": other})
    first, second = taken(changed)
    assert (first, second.steps[0].used_files()) == (taken(twice)[0], ("radio-m6",))  # type: ignore[union-attr]
    moved = edited(changed, {"op": "move", "ids": ["start-ring"], "at": {"before": "charge"}})
    assert taken(moved)[0] == first


def test_folded_again_a_passage_keeps_its_title_its_scope_and_its_places() -> None:
    of = demo_bundle("palstek", "keep-rettungsring")
    out = edited(of, {"op": "unfold", "id": "reach"})
    ids = ["reach-agree", "reach-into-bootloader", "reach-see-phone", "start-rettungsring"]
    again = edited(
        out,
        {"op": "fold", "ids": ids, "line": "passage reach-bootloader"},
        shelf=Shelf().with_bundle(of),
    )
    [old], [new] = of.passages, again.passages
    assert (new.title, new.maker, new.codename) == (old.title, "Tidewerk", None)
    assert new.places[0] == old.places[0]
    assert [p.id for p in new.places[1:]] == ["the-rettungsring"]
    assert taken(again)[0].given == {"the-tool": "lotse", "the-rettungsring": "rettungsring"}
    with pytest.raises(EditRefused, match="write its name alone"):
        edited(MADE, {"op": "fold", "ids": ["charge"], "line": LINES[0][0]})


def test_a_part_that_is_called_as_a_file_is_told_apart_when_it_is_folded_again() -> None:
    part = {"id": "the-part", "kind": "partition", "says": "what is written"}
    flash = {"id": "write", "action": "flash", "partition": "the-part", "file": "radio"}
    old = Passage.model_validate({"id": "w", "title": "W", "places": [part], "steps": [flash]})
    step = Flash.model_validate({**flash, "id": "w-write", "partition": "radio"})
    made = made_of("passage w", [step], "palstek", "Tidewerk", {"w": old})
    assert made is not None
    passage, given = made
    assert given == {"the-part": "radio", "the-radio": "radio"}
    [again] = passage.steps
    assert (again.partition, again.file) == ("the-part", "the-radio")  # type: ignore[union-attr]


def test_what_stands_in_a_place_is_replaced_and_what_the_passage_says_is_not() -> None:
    changed = replace_in(MADE, "file", "rettungsring", "radio-m6", READY)
    assert changed is not None
    [row] = taken(changed.bundle)
    assert row.given == {"the-rettungsring": "radio-m6"}
    assert check_bundle(changed.bundle) == []
    fixed = edited(INSTALL, {"op": "fold", "ids": ["see-phone"], "line": "passage see"})
    with pytest.raises(EditRefused, match="the passage see names lotse itself"):
        replace_in(fixed, "tool", "lotse", "funke", Shelf().with_bundle(fixed))
    renamed = rename_document(fixed, "tool", "lotse", "other-lotse")
    assert check_bundle(renamed) == []
    assert taken(renamed)[0].steps[0].tool_id() == "other-lotse"  # type: ignore[union-attr]


@pytest.mark.parametrize(("to", "kept"), [("schotstek", True), ("poller", False)])
def test_carried_over_a_passage_stays_where_all_of_it_is_the_same(to: str, kept: bool) -> None:
    of = demo_bundle("palstek", "keep-rettungsring")
    home = demo_bundle(to, "return-to-stock")
    shelf = Shelf().with_bundle(of).with_bundle(home)
    begun = empty_guide(to, "new", "New", "other", system="", newest_base="", tools=())
    bare = replace(home.with_guide(begun), packages=(), tools=(), programs=())
    there = carry_over(of, bare, replace(shelf, packages=home_packages(home)))
    assert check_bundle(there) == []
    assert [row.passage for row in taken(there)] == (["reach-bootloader"] if kept else [])
    assert {"reach-agree", "reach-see-phone"} <= {r.step.id for r in rows_of(there.guide)}


def home_packages(of: Bundle) -> dict[str, Any]:
    return {package.id: package for package in of.packages}


def test_changed_and_folded_again_it_is_another_wherever_the_guide_takes_it() -> None:
    twice = edited(MADE, {"op": "duplicate", "ids": ["start-ring"]})
    out = edited(twice, {"op": "unfold", "id": "start-ring"})
    ids = [name for name in stored_rows(out.guide) if name.startswith("start-ring-start")]
    again = edited(out, {"op": "fold", "ids": ids, "line": "passage start-ring"})
    [passage] = again.passages
    assert len(passage.steps) == 1
    assert [len(row.steps) for row in taken(again)] == [1, 1]
    # Another guide stays as it is until it takes the newest.
    shelf = Shelf().with_bundle(again)
    assert edited(MADE, {"op": "head", "field": "summary", "value": "X"}, shelf=shelf).passages == (
        MADE.passages
    )
    newest = replace_in(MADE, "passage", "start-ring", "start-ring", shelf)
    assert newest is not None
    assert newest.bundle.passages == again.passages
    assert [(before != "", after) for before, after in newest.rows] == [(True, "")]
    assert replace_in(newest.bundle, "passage", "start-ring", "start-ring", shelf) is None
    assert replace_in(INSTALL, "passage", "start-ring", "start-ring", shelf) is None
    with pytest.raises(EditRefused, match="not at hand"):
        replace_in(MADE, "passage", "start-ring", "other", shelf)
