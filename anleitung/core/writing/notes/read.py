"""Every line of notes: the rows that it becomes, and from what that was inferred."""

import re
from collections.abc import Iterator
from dataclasses import dataclass, field, replace
from typing import Any, Literal

from anleitung.core.documents.plain_text import UNSEEN_IN_PROSE, name_unseen
from anleitung.core.shorthand.commands import Given, read_command
from anleitung.core.shorthand.lines import read_line
from anleitung.core.shorthand.outline import MAX_BYTES
from anleitung.core.shorthand.values import UnreadableLine
from anleitung.core.writing.fits import unknown_name
from anleitung.core.writing.here import Here
from anleitung.core.writing.notes.about_files import AboutFiles, ToldOfFile
from anleitung.core.writing.notes.known import Known
from anleitung.core.writing.notes.phrases import PHRASES, Clause, Told

MAX_LINES = 10_000
MAX_LINE = 2_000
_BULLET = re.compile(r"^\s*(?:[-*•]|\(?\d{1,3}[.)])\s+")
_SPAN = re.compile(r"`([^`]+)`")
_FENCE = re.compile(r"^\s*(?:```|~~~)")
_HEADING = re.compile(r"^\s*#{1,6}\s")
_UNSEEN = re.compile(f"[{UNSEEN_IN_PROSE}]")

# blank: nothing stands there; step: all of it is understood; open: it says to do something that is
# not understood, or that may be several things; text: it tells, and asks for nothing.
As = Literal["blank", "step", "open", "text"]


@dataclass(frozen=True, slots=True)
class NoteRow:
    """text: the part of the line that it is from; steps: what it may be, the likeliest first."""

    text: str
    steps: tuple[dict[str, Any], ...] = ()
    says: str = ""
    open_about: str = ""


@dataclass(frozen=True, slots=True)
class Note:
    """One line. text: exactly as it was pasted; rows: what it becomes, in order; of_files: what

    it tells of files.
    """

    number: int
    text: str
    read_as: As
    rows: tuple[NoteRow, ...] = field(default=())
    of_files: tuple[ToldOfFile, ...] = ()


class TooManyNotes(UnreadableLine):
    code = "too-many-notes"


def read_notes(text: str, known: Known) -> tuple[Note, ...]:
    """The texts of the lines, joined by line feeds, are ``text``. Raises TooManyNotes."""
    if len(text) > MAX_BYTES:
        raise TooManyNotes(f"more than {MAX_BYTES // 1_000_000} MB of notes; paste a part of them")
    lines = text.split("\n")
    if len(lines) > MAX_LINES:
        raise TooManyNotes(f"more than {MAX_LINES:,} lines of notes; paste a part of them")
    return tuple(_read(lines, known))


def _read(lines: list[str], known: Known) -> Iterator[Note]:
    fenced, told, about = False, Told(), AboutFiles(known)
    for number, line in enumerate(lines, 1):
        if _FENCE.match(line):
            fenced = not fenced
            yield Note(number, line, "blank")
            continue
        note = _one(number, line, known, told, fenced=fenced)
        if note.read_as != "blank":
            note = _with_files(note, about.read(number, line))
        for row in note.rows:
            for step in row.steps[:1]:
                told.hear(step)
        yield note


def _with_files(note: Note, told: tuple[ToldOfFile, ...]) -> Note:
    """What contradicts what is on record, or fits nothing, is asked; the rest goes to its file."""
    against = [each for each in told if each.standing in _AGAINST]
    taken = tuple(each for each in told if each.standing not in _AGAINST)
    if not against:
        return replace(note, of_files=taken)
    # A line is asked about once, whatever is in doubt of it.
    says = "; ".join(dict.fromkeys(each.says for each in against))
    asked = NoteRow(clean(note.text), (), "", says)
    # A line that was not understood for this very reason is asked once.
    rows = tuple(row for row in note.rows if row.steps or not row.open_about)
    return replace(note, read_as="open", rows=(*rows, asked), of_files=taken)


_AGAINST = ("other", "unknown-file", "whose")


def _one(number: int, line: str, known: Known, told: Told, *, fenced: bool) -> Note:
    listed = _BULLET.match(line) is not None
    bare = clean(line if fenced else _BULLET.sub("", line))
    if not bare:
        return Note(number, line, "blank")
    unseen = name_unseen(line)
    if unseen:
        # What is read might not be what is seen.
        return Note(number, line, "open", (NoteRow(bare, (), "", f"it holds {unseen}"),))
    if _HEADING.match(bare) or len(bare) > MAX_LINE:
        return Note(number, line, "text")
    whole = _whole_line(bare, known, told)
    if whole is not None:
        return Note(number, line, "open" if whole.open_about else "step", (whole,))
    if is_warning(bare):
        return Note(number, line, "text")
    rows = tuple(_clauses(bare, known, told))
    if not rows:
        low = bare.lower()
        asks = listed or _ASKS.search(low)
        tells = _ALREADY.search(low) or (_BEGINS.match(low) is None and _only_tells(low))
        if fenced or (asks and not tells):
            return Note(number, line, "open", (NoteRow(bare, (), "", "not understood"),))
        return Note(number, line, "text")
    return Note(number, line, "open" if any(r.open_about for r in rows) else "step", rows)


def clean(text: str) -> str:
    """As it can be stored in a draft; the notes themselves are kept as they were pasted."""
    return _UNSEEN.sub("", text).strip()


def _whole_line(bare: str, known: Known, told: Told) -> NoteRow | None:
    """A short form, or a command by itself, at its end, or as code in a sentence."""
    tools, names = tuple(known.shelf.tools.values()), known.shelf.names
    after_colon = bare.rpartition(": ")[2]
    for piece in dict.fromkeys((bare, after_colon, *_SPAN.findall(bare))):
        given = read_command(piece, tools, names)
        if given:
            return _of_command(bare, piece, given, told)
    try:
        step = read_line(bare.rstrip("."), names)
    except UnreadableLine:
        return None
    # Words of a short form may be any: "wipe data" names no area, and says something else.
    if unknown_name(step, Here(known.bundle, known.shelf)):
        return None
    # Who fetches a file that is not on the phone means: from where it is published.
    if step["action"] == "fetch" and step["file"] not in told.on_phone:
        return None
    return NoteRow(bare, (step,), "short form")


def _of_command(bare: str, piece: str, given: tuple[Given, ...], told: Told) -> NoteRow:
    known = tuple(g.step for g in given if g.known)
    # The same command finds the phone and shows that it is found.
    connects = [s for s in known if s["action"] == "connect"]
    if len(known) > 1 and connects:
        known = tuple(s for s in known if (s["action"] == "connect") != told.connected)
    says = f"command of {given[0].tool}" + (f": {piece}" if piece != bare else "")
    open_about = ""
    if not known:
        open_about = f"{given[0].file} is not in the file set"
    elif len(known) > 1:
        open_about = "the command may be any of these"
    return NoteRow(bare, known, says, open_about)


_WARNING = re.compile(
    r"^(?:please )?(?:do not|don[’']?t|never|be careful|careful|warning|caution|note|beware|mind|"
    r"make sure (?:not|you do not)|btw|by the way)\b",
    re.IGNORECASE,
)
# What should be seen is told, and not done.
_TELLS = re.compile(
    r"\b(?:should (?:be|show|read|say|see)|shows|will (?:see|show)|(?:is|was) done already|"
    r"is gone after)\b"
)
_ALREADY = re.compile(r"\b(?:is|was) done already\b")
_ASKS = re.compile(
    r"\b(?:hold|press|tap|choose|flash|wipe|format|install|boot|reboot|restart|unlock|lock|push|"
    r"load|sideload|enter|select|pull|plug|remove|copy|write|erase|reset|check|sums|get|"
    r"download|fetch)\b"
)
_BEGINS = re.compile(rf"(?:(?:then|now|first|next|and|after that),? )*{_ASKS.pattern}")
_NOT = re.compile(r"\b(?:can[’']?t|cannot|can not|won[’']?t|isn[’']?t|is not|do not|don[’']?t)\b")
_SPLIT = re.compile(
    r"\s*;\s*|\.\s+|!\s+|,?\s+(?:and )?then\s+|,\s+(?=and then )|\s+and then\s+|"
    r"\s+and\s+(?=(?:restart|reboot|sideload|wipe|format|flash)\b)|,\s*(?=done$)",
    re.IGNORECASE,
)
_JOINED = re.compile(r"(,\s+(?:and\s+)?|\s+and\s+|\s*\+\s+)", re.IGNORECASE)
_DONE = re.compile(
    r"^(?:done|that is it|ok|first|after that|now|then|and|so)[,.!]?$", re.IGNORECASE
)


def is_warning(text: str) -> bool:
    return _WARNING.match(text) is not None


def _clauses(bare: str, known: Known, told: Told) -> Iterator[NoteRow]:
    """The rows of a line in its order; nothing where no clause of it asks for anything."""
    parts = [p.strip(" .!") for p in _SPLIT.split(bare)]
    found: list[list[NoteRow]] = []
    texts: list[str] = []
    for part in parts:
        if not part or _DONE.match(part) or is_warning(part):
            continue
        for segment in _segments(part, known, told):
            rows = list(_clause(segment, known, told))
            low = segment.lower()
            if not rows and found and not _only_tells(low):
                # What is no step by itself may say more of the one before it.
                texts[-1] = f"{texts[-1]}, {segment}"
                found[-1] = list(_clause(texts[-1], known, told)) or found[-1]
            elif rows:
                found.append(rows)
                texts.append(segment)
    every = [row for rows in found for row in rows]
    if any(row.steps for row in every):
        yield from every


def _segments(part: str, known: Known, told: Told) -> list[str]:
    """At a comma and at "and" another step begins where what follows is one by itself, and of

    another kind.
    """
    found: list[str] = []
    kind = ""
    pieces = _JOINED.split(part)
    for joint, piece in zip(("", *pieces[1::2]), pieces[::2], strict=True):
        rows = list(_clause(piece, known, told))
        begun = next((str(s.get("action", "")) for r in rows for s in r.steps[:1]), "")
        if found and (not begun or begun == kind or not kind):
            found[-1] = f"{found[-1]}{joint}{piece}"
        else:
            found.append(piece)
        kind = begun or kind
    return found


def _only_tells(low: str) -> bool:
    """What is so, what should be seen, what holds only sometimes, and what cannot be."""
    denied = re.match(r"^(?:the |it |this )", low) and _NOT.search(low)
    return bool(_TELLS.search(low) or denied or re.match(r"^(?:if|when|otherwise)\b", low))


def _clause(part: str, known: Known, told: Told) -> Iterator[NoteRow]:
    low = part.lower()
    if _only_tells(low) and not _BEGINS.match(low):
        return
    clause = Clause(low, known, tuple(known.files_in(part)), told)
    for phrase in PHRASES:
        match = phrase.pattern.search(low)
        if match is None:
            continue
        steps = phrase.make(clause)
        if not steps:
            continue
        if "all" in steps[0]:
            yield from (NoteRow(part, (step,), f"“{match[0]}”") for step in steps[0]["all"])
            return
        open_about = "it may be any of these" if len(steps) > 1 else ""
        yield NoteRow(part, tuple(steps), f"“{match[0].strip()}”", open_about)
        return
    if _ASKS.search(low):
        yield NoteRow(part, (), "", "not understood")
