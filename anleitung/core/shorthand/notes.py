"""Notes as they are pasted, line by line: what could be read as a step, and from what.

Nothing is dropped: the lines in their order are the pasted text.
"""

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any, Literal

from anleitung.core.documents.plain_text import plain_prose
from anleitung.core.documents.tool import Tool
from anleitung.core.shorthand.commands import Given, read_command
from anleitung.core.shorthand.lines import read_line
from anleitung.core.shorthand.outline import MAX_BYTES
from anleitung.core.shorthand.values import UnreadableLine

MAX_LINES = 10_000
_BULLET = re.compile(r"^\s*(?:[-*•]|\(?\d{1,3}[.)])\s+")
_SPAN = re.compile(r"`([^`]+)`")
_FENCE = re.compile(r"^\s*(?:```|~~~)")

As = Literal["step", "command", "text"]


@dataclass(frozen=True, slots=True)
class Note:
    """One line. steps: what it may be, the likeliest first; says: from what that was inferred.

    open_about: what is still to be answered before it is a step, "" for nothing.
    """

    number: int
    text: str
    read_as: As
    steps: tuple[dict[str, Any], ...] = ()
    says: str = ""
    open_about: str = ""


class TooManyNotes(UnreadableLine):
    code = "too-many-notes"


def read_notes(text: str, tools: tuple[Tool, ...], names: Mapping[str, str]) -> tuple[Note, ...]:
    """names: file name → id in the set. Raises TooManyNotes, and ValueError for unseen characters.

    The texts of the lines, joined by line feeds, are ``text``.
    """
    if len(text) > MAX_BYTES:
        raise TooManyNotes(f"more than {MAX_BYTES // 1_000_000} MB of notes; paste a part of them")
    lines = plain_prose(text).split("\n")
    if len(lines) > MAX_LINES:
        raise TooManyNotes(f"more than {MAX_LINES:,} lines of notes; paste a part of them")
    return tuple(_read(lines, tools, names))


def _read(lines: list[str], tools: tuple[Tool, ...], names: Mapping[str, str]) -> Iterator[Note]:
    fenced = False
    for number, line in enumerate(lines, 1):
        if _FENCE.match(line):
            fenced = not fenced
            yield Note(number, line, "text")
            continue
        yield _one(number, line, tools, names, fenced=fenced)


def _one(
    number: int,
    line: str,
    tools: tuple[Tool, ...],
    names: Mapping[str, str],
    *,
    fenced: bool,
) -> Note:
    bare = line.strip() if fenced else _BULLET.sub("", line).strip()
    if not bare:
        return Note(number, line, "text")
    # A command may stand in a sentence, as code; by itself it is the whole line.
    for piece in (bare, *_SPAN.findall(bare)):
        given = read_command(piece, tools, names)
        if given:
            return _of_command(number, line, piece, given)
    try:
        step = read_line(bare.rstrip("."), names)
    except UnreadableLine:
        return Note(number, line, "text")
    return Note(number, line, "step", (step,), "short form")


def _of_command(number: int, line: str, piece: str, given: tuple[Given, ...]) -> Note:
    first = given[0]
    says = f"command of {first.tool}" + (f": {piece}" if piece != line.strip() else "")
    open_about = ""
    if not first.known:
        open_about = f"{first.file} is not in the file set"
    elif len(given) > 1:
        open_about = "it may be " + " or ".join(str(g.step["action"]) for g in given)
    return Note(number, line, "command", tuple(g.step for g in given), says, open_about)
