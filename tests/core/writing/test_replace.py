"""A file, a tool or a build in the place of another, wherever a guide names it."""

from typing import Any, Literal

import pytest

from anleitung.core.documents.base import body_of
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.rename import PutName
from anleitung.core.guide.walk import rows_of
from anleitung.core.writing.replace import Put, Replaced, replace_in
from anleitung.core.writing.shelf import Shelf
from anleitung.core.writing.tree import EditRefused
from anleitung.demo.bundles import demo_bundle
from tests.core.bundles import bundle

INSTALL = bundle("clean-install")
SHELF = Shelf().with_bundle(INSTALL)


def replaced(of: Bundle, kind: Replaced, old: str, new: str, shelf: Shelf = SHELF) -> Any:
    return replace_in(of, kind, old, new, shelf)


def test_a_file_goes_wherever_rows_name_it_and_stands_once_in_a_list() -> None:
    changed = replaced(INSTALL, "file", "radio-m6", "radio-k6")
    assert changed.rows[0] == (
        "get rettungsring,wattlaeufer,radio-m6,firmware-m6,radio-k6,firmware-k6 and compare",
        "get rettungsring,wattlaeufer,radio-k6,firmware-m6,firmware-k6 and compare",
    )
    assert changed.rows[1] == (
        "flash radio radio-m6 to both slots",
        "flash radio radio-k6 to both slots",
    )
    guide = changed.bundle.guide
    assert guide.files.count("radio-k6") == 1
    assert "radio-m6" not in str(body_of(guide))
    assert "radio-m6" not in {p.id for p in changed.bundle.packages}


def test_a_build_goes_in_conditions_at_any_depth_and_nowhere_else() -> None:
    changed = replaced(INSTALL, "build", "PS-12.4.7-KU.r3", "PS-12.4.1-KU.r2")
    body = str(body_of(changed.bundle.guide))
    assert "PS-12.4.7-KU.r3" not in body
    assert body.count("PS-12.4.1-KU.r2") > str(body_of(INSTALL.guide)).count("PS-12.4.1-KU.r2")
    # What a file holds is what it holds.
    assert changed.bundle.packages == INSTALL.packages


def test_a_file_that_another_is_made_from_is_not_taken_from_under_it() -> None:
    root = bundle("root")
    shelf = Shelf().with_bundle(root).with_bundle(INSTALL)
    with pytest.raises(EditRefused, match="no document in the bundle has the id"):
        replaced(root, "file", "wattlaeufer-ramdisk", "rettungsring", shelf)


# Of the others, another file is made from the first one, or the promise speaks of what it holds.
FREE = ["base-both-slots", "base-update", "clean-install", "clean-install-one-slot", "two-legs"]


@pytest.mark.parametrize("name", FREE)
def test_there_and_back_is_as_it_was_where_the_other_was_not_named(name: str) -> None:
    of = demo_bundle("palstek", name).for_codename("palstek")
    listed = of.guide.files[0]
    more = Shelf().with_bundle(bundle("root")).with_bundle(bundle("return-to-stock"))
    shelf = more.with_bundle(INSTALL).with_bundle(of)
    other = next(p for name, p in shelf.packages.items() if name not in of.guide.files)
    changed = replaced(of, "file", listed, other.id, shelf)
    assert changed is not None
    assert check_bundle(changed.bundle) == []
    assert len(rows_of(changed.bundle.guide)) == len(rows_of(of.guide))
    back = replaced(changed.bundle, "file", other.id, listed, shelf.with_bundle(of))
    before = [row.step for row in rows_of(of.guide)]
    assert [row.step for row in rows_of(back.bundle.guide)] == before


def test_what_is_named_nowhere_or_is_not_at_hand() -> None:
    assert replaced(INSTALL, "file", "nothing", "radio-k6") is None
    assert replaced(INSTALL, "tool", "nothing", "lotse") is None
    for kind, old in (("file", "radio-m6"), ("tool", "lotse"), ("build", "PS-12.4.7-KU.r3")):
        with pytest.raises(EditRefused, match="other is not at hand"):
            replaced(INSTALL, kind, old, "other")  # type: ignore[arg-type]


def test_a_tool_that_the_promise_speaks_of_goes_in_rows_and_conditions() -> None:
    changed = replaced(INSTALL, "tool", "lotse", "funke")
    assert changed.bundle.guide.tools == ("funke",)
    assert changed.rows == (("see the phone with lotse", "see the phone with funke"),)


# A condition of the admission, what is replaced by what, and the condition then.
CONDITIONS: list[tuple[Replaced | Literal["program"], str, str, str, str]] = [
    ("tool", "schleuse", "other", "tool.schleuse >= 2.1", "tool.other >= 2.1"),
    ("tool", "schleuse", "other", "boot.changed is schleuse", "boot.changed is other"),
    ("tool", "schleuse", "other", "tool.schleuse-2 >= 1  and  mode is system", "same"),
    ("file", "a-file", "other", "boot.changed in {a-file, b}", "boot.changed in {b, other}"),
    ("file", "a-file", "other", "system is a-file", "same"),
    ("build", "B.1", "B.2", "every slot: base >= B.1", "every slot: base >= B.2"),
    ("program", "ring", "other", "recovery-there is ring", "recovery-there is other"),
    ("program", "ring", "other", "app.ring is there", "app.other is there"),
    ("program", "ring", "other", "variant is ring", "same"),
]  # fmt: skip


@pytest.mark.parametrize(("kind", "old", "new", "typed", "then"), CONDITIONS)
def test_conditions_name_the_new_one_and_stand_as_typed_where_they_do_not(
    kind: Any, old: str, new: str, typed: str, then: str
) -> None:
    put = PutName(kind, old, new) if kind == "program" else Put(kind, old, new)
    assert put({"admission": typed}) == {"admission": typed if then == "same" else then}
