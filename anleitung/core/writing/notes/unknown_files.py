"""Files that open rows name and nobody knows: entered from what the rows say, then read again."""

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Any

from anleitung.core.documents.base import ID_PATTERN
from anleitung.core.guide.document import Guide
from anleitung.core.guide.nested import OneStep
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.walk import map_steps
from anleitung.core.writing.notes.about_files import LINK, MAX_LINK, file_of, kinds_of
from anleitung.core.writing.notes.known import Known
from anleitung.core.writing.notes.read import TooManyNotes, read_notes
from anleitung.core.writing.questions import step_or_question

_NAME = re.compile(r"(?<![\w./\\-])[\w.+-]*\w\.([a-z][a-z0-9]{1,4})\b", re.IGNORECASE)
_HEX_64 = re.compile(r"(?<![0-9a-fA-F])[0-9a-fA-F]{64}(?![0-9a-fA-F])")
# What files of a set end in, beside the endings of those that are known.
_ENDINGS = frozenset({"img", "zip", "bin", "tar", "gz", "xz"})


@dataclass(frozen=True, slots=True)
class UnknownFile:
    """sha256, source: as the rows give them, "" where they give none or several."""

    name: str
    sha256: str = ""
    source: str = ""


def unknown_files(guide: Guide, known: Iterable[str]) -> Mapping[str, tuple[UnknownFile, ...]]:
    """Row → the files that it names and nobody knows. known: names of files.

    What one row tells of a file (a digest, a link) goes for all that name it.
    """
    there = {name.lower() for name in known}
    endings = _ENDINGS | {name.rpartition(".")[2] for name in there}
    named = {row.id: _named(row.text, there, endings) for row in _open_rows(guide)}
    told: dict[str, set[tuple[str, str]]] = {}
    for row in _open_rows(guide):
        for name in named[row.id]:
            told.setdefault(name.lower(), set()).update(_told(row.text, name, named[row.id]))
    return {
        row: tuple(_unknown(name, told[name.lower()]) for name in names)
        for row, names in named.items()
        if names
    }


def begun_file(new: UnknownFile) -> dict[str, Any]:
    """What of a package is known so far, as plain values; its size and its kind are not."""
    stem = re.sub(r"[^a-z0-9]+", "-", new.name.rpartition(".")[0].lower()).strip("-")
    name = stem if re.fullmatch(ID_PATTERN, stem) else f"file-{stem}".rstrip("-")
    known: dict[str, Any] = {"id": name[:60].rstrip("-"), "name": new.name}
    if new.sha256:
        known["sha256"] = new.sha256
    if new.source:
        known["sources"] = [new.source]
    return known


def read_again(guide: Guide, known: Known, name: str) -> tuple[Guide, tuple[str, ...]]:
    """Open rows that name this file, which is known by now, as the steps that they say; and which.

    A row that says several things, or of which anything is still in doubt, stays as it is.
    """
    done: list[str] = []

    def read(step: OneStep) -> OneStep:
        if not isinstance(step, OpenQuestion) or step.about != "not-read":
            return step
        if name.lower() not in step.text.lower():
            return step
        plain = _one_step(step.text, known)
        made = step_or_question({**plain, "id": step.id}) if plain else step
        if isinstance(made, OpenQuestion):
            return step
        done.append(step.id)
        return made.model_copy(update={"prose": step.prose, "pictures": step.pictures})

    return map_steps(guide, read), tuple(done)


def _one_step(text: str, known: Known) -> dict[str, Any] | None:
    try:
        notes = [note for note in read_notes(text, known) if note.read_as != "blank"]
    except TooManyNotes:
        return None
    rows = [row for note in notes for row in note.rows]
    if len(notes) != 1 or notes[0].read_as != "step" or len(rows) != 1:
        return None
    [row] = rows
    if row.open_about or len(row.steps) != 1 or "joins" in row.steps[0]:
        return None
    return dict(row.steps[0])


def _open_rows(guide: Guide) -> list[OpenQuestion]:
    found: list[OpenQuestion] = []

    def see(step: OneStep) -> OneStep:
        if isinstance(step, OpenQuestion) and step.about == "not-read":
            found.append(step)
        return step

    map_steps(guide, see)
    return found


def _named(text: str, there: set[str], endings: Iterable[str]) -> list[str]:
    """A link names the file that it ends in."""
    links = [m[0].rstrip(".,;") for m in LINK.finditer(text)]
    words = [file_of(link) for link in links] + [LINK.sub(" ", text)]
    found = [m[0] for word in words for m in _NAME.finditer(word) if m[1].lower() in endings]
    return list({name.lower(): name for name in found if name.lower() not in there}.values())


def _told(text: str, name: str, names: list[str]) -> Iterable[tuple[str, str]]:
    for link in (m[0].rstrip(".,;") for m in LINK.finditer(text)):
        if file_of(link).lower() == name.lower() and len(link) <= MAX_LINK:
            yield "source", link
    if len(names) == 1:
        # Of which of several files a digest is, no row says.
        bare = LINK.sub(" ", text)
        for digest in (m[0].lower() for m in _HEX_64.finditer(bare)):
            yield kinds_of(digest, bare)[0], digest


def _unknown(name: str, told: set[tuple[str, str]]) -> UnknownFile:
    new = UnknownFile(name)
    for field in ("sha256", "source"):
        values = [value for kind, value in told if kind == field]
        if len(values) == 1:
            new = replace(new, **{field: values[0]})
    return new
