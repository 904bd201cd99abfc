"""Files that notes name and nobody knows: entered with what the notes tell, then read again."""

from dataclasses import replace

import pytest

from anleitung.core.documents.package import Package
from anleitung.core.guide.document import Guide
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.walk import every_step
from anleitung.core.writing.notes.known import Known
from anleitung.core.writing.notes.read import read_notes
from anleitung.core.writing.notes.unknown_files import (
    UnknownFile,
    begun_file,
    read_again,
    unknown_files,
)
from anleitung.core.writing.questions import step_or_question
from anleitung.core.writing.view import line_of
from tests.core.writing.test_notes import known

NAME, SHA = "neuling-3.3-palstek.img", "ab" * 32
LINK = f"https://files.tonnenleger.test/{NAME}"


def asked(*texts: str, about: str = "not-read") -> Guide:
    """A guide of open rows with these words."""
    rows = [
        OpenQuestion.model_validate({"id": f"row-{n}", "action": "open", "text": t, "about": about})
        for n, t in enumerate(texts)
    ]
    return known().bundle.guide.model_copy(update={"steps": tuple(rows)})


def names() -> set[str]:
    return {package.name for package in known().shelf.packages.values()}


def with_file(name: str = NAME) -> Known:
    made = begun_file(UnknownFile(name, SHA, LINK)) | {"role": "recovery", "size": 1}
    package = Package.model_validate(made)
    shelf = known().shelf
    return replace(known(), shelf=replace(shelf, packages={**shelf.packages, package.id: package}))


@pytest.mark.parametrize(
    ("texts", "found"),
    [
        ([f"flash ramdisk {NAME}"], [UnknownFile(NAME)]),
        ([f"get it: {LINK}?x=1."], [UnknownFile(NAME, "", f"{LINK}?x=1")]),
        # What one row tells goes for all; what two tell differently goes for none.
        ([f"flash ramdisk {NAME}", f"{NAME.upper()} sha256 {SHA}"], [UnknownFile(NAME, SHA)] ),
        ([f"{NAME} {SHA}", f"{NAME} {'cd' * 32}"], [UnknownFile(NAME)]),
        # A digest of another kind is none by SHA-256, however long it is.
        ([f"{NAME} blake3 {SHA}"], [UnknownFile(NAME)]),
        # Of which of two files a digest is, is not said.
        ([f"{NAME} other.zip {SHA}"], [UnknownFile(NAME), UnknownFile("other.zip")]),
        # Known files, tools, sites and plain words are none.
        (["copy rettungsring-3.2-palstek.img, lotse.exe, e.g. to mirror.example, ver. 3.2"], []),
    ],
)  # fmt: skip
def test_what_rows_tell_of_a_file_that_nobody_knows(
    texts: list[str], found: list[UnknownFile]
) -> None:
    told = unknown_files(asked(*texts), names())
    assert list(told.get("row-0", ())) == found


def test_a_line_is_asked_about_once_whatever_is_in_doubt_of_it() -> None:
    [note] = read_notes(f"get {NAME} from {LINK}, sum {SHA}", known())
    assert note.read_as == "open"
    [row] = note.rows
    assert row.open_about.startswith("no file is known for")
    assert f"{NAME} is not known here" in row.open_about


def test_rows_of_other_questions_name_nothing_to_enter() -> None:
    assert unknown_files(asked(f"flash {NAME}", about="which-one"), names()) == {}


@pytest.mark.parametrize("name", [NAME, "K6 (neu).zip", "2.img", f"{'x' * 90}.img"])
def test_what_is_begun_lacks_only_what_the_notes_cannot_tell(name: str) -> None:
    begun = begun_file(UnknownFile(name, SHA, LINK))
    made = Package.model_validate(begun | {"role": "recovery", "size": 1})
    assert (made.name, made.sha256, made.sources) == (name, SHA, (LINK,))


@pytest.mark.parametrize(
    ("text", "line"),
    [
        (f"flash ramdisk {NAME}", "flash ramdisk neuling-3-3-palstek"),
        (f"- get {NAME} from {LINK}", "get neuling-3-3-palstek"),
        (f"lotse write ramdisk {NAME} --both", "flash ramdisk neuling-3-3-palstek to both slots"),
        # In doubt still, several things at once, or of another file: as it was.
        (f"do the usual with {NAME}", ""),
        (f"get {NAME} and flash it to ramdisk, then restart", ""),
        ("flash ramdisk another.img", ""),
    ],
)
def test_rows_are_read_again_once_the_file_is_known(text: str, line: str) -> None:
    before = asked(text, "something else")
    after, read = read_again(before, with_file(), NAME)
    assert read == (("row-0",) if line else ())
    first, second = every_step(after.steps)
    assert line_of(first) == (line or text)
    assert isinstance(second, OpenQuestion)
    # And it is a step as any that is written.
    assert first.id == "row-0"
    assert step_or_question(first.model_dump(exclude_defaults=True) | {"action": first.action})
