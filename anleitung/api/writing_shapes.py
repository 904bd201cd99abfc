"""What the editor is told. Rows, slots and the head are core's own models."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from anleitung.core.sheet.model import SheetOut
from anleitung.core.writing.ops import MAX_EDITS, AnyEdit
from anleitung.core.writing.view import WrittenHeadOut, WrittenRowOut
from anleitung.guides.follows import TurnedAwayOut


class WriterOut(Schema):
    """Somebody else who has the draft open. row: where, "" for nowhere."""

    name: str
    row: str


class NoteLineOut(Schema):
    """A line of pasted notes and the row that it became. says: from what that was inferred."""

    notes: int
    number: int
    text: str
    row: str
    says: str


class WhoOut(Schema):
    """through: kinds of phone that come to the end without a stop, whatever they choose; some:

    some phones or choices do and some do not; example: one that comes in; away: for each part of
    the admission those that it turns away.
    """

    through: int
    some: bool
    example: str
    away: list[TurnedAwayOut]


class WritingOut(Schema):
    """A draft as it is written. state: its number in the history, 0 before the first change;

    undo, redo: what would be taken back or done again, in words; undo_by: whose that is; sheet,
    who: None where the proof takes longer than a moment; touched: rows that were just written;
    dual: the phone has two slots; uses: of each file, tool and program, the rows that use it.
    """

    fingerprint: str
    state: int
    title: str
    at: datetime
    by: str
    undo: str
    undo_by: str
    redo: str
    open: int
    rows: list[WrittenRowOut]
    head: WrittenHeadOut
    lineage: str
    writers: list[WriterOut]
    notes: list[NoteLineOut]
    dual: bool
    uses: dict[str, list[str]]
    touched: list[str] = []
    sheet: SheetOut | None = None
    who: WhoOut | None = None


class EditsIn(Schema):
    """key: of these very edits, drawn by the page: sent again under it they are not done again."""

    edits: Annotated[list[AnyEdit], Field(min_length=1, max_length=MAX_EDITS)]
    key: Annotated[str, Field(max_length=40, pattern=r"^[A-Za-z0-9-]*$")] = ""


class NumberIn(Schema):
    number: Annotated[int, Field(ge=1, le=10**9)]


class HereIn(Schema):
    """row: where the author is. fingerprint: of what is on their screen."""

    row: Annotated[str, Field(max_length=60)] = ""
    fingerprint: Annotated[str, Field(max_length=71)] = ""


class HereOut(Schema):
    """writing: where something else stands now, None where nothing was changed."""

    writers: list[WriterOut]
    writing: WritingOut | None = None


class LineIn(Schema):
    """line: up to where the author is; before: the row, as it is read, that comes behind it."""

    line: Annotated[str, Field(max_length=4_000)]
    before: Annotated[str, Field(max_length=130)] = ""


class CompletionOut(Schema):
    line: str
    adds: str
    says: str
    why_not: str
    new: bool


class CompletedOut(Schema):
    """reads: the step that the line is already, as its sentence, "" for none; fault: why not."""

    offers: list[CompletionOut]
    forms: list[str]
    reads: str
    fault: str


class ConditionIn(Schema):
    text: Annotated[str, Field(max_length=4_000)]


class ConditionOut(Schema):
    """words: as a sentence, a part each; offers: the whole text with what may come next."""

    words: list[str]
    fault: str
    offers: list[CompletionOut]


class LogIn(Schema):
    """texts: as messages hold them, with gaps; log: what a phone or a tool printed."""

    texts: Annotated[list[Annotated[str, Field(max_length=150)]], Field(max_length=20)]
    log: Annotated[str, Field(max_length=20_000)]


class LogOut(Schema):
    """seen: of each text whether a line of the log is it; faults: of each why it is no text."""

    seen: list[bool]
    faults: list[str]


class StateOut(Schema):
    number: int
    says: str
    at: datetime
    by: str
    before: int
    here: bool


class StatesOut(Schema):
    states: list[StateOut]


class BeginIn(Schema):
    """how: empty, notes, copy (of a draft or revision of this codename) or carry (of another).

    source: codename/slug for a draft, a short fingerprint for a revision; system: that the guide
    is about, for aims that are about one.
    """

    how: Literal["empty", "notes", "copy", "carry"]
    slug: Annotated[str, Field(max_length=60)]
    title: Annotated[str, Field(max_length=200)]
    aim: Annotated[str, Field(max_length=20)] = "other"
    system: Annotated[str, Field(max_length=60)] = ""
    text: Annotated[str, Field(max_length=2_000_000)] = ""
    source: Annotated[str, Field(max_length=130)] = ""


class BegunOut(Schema):
    """read: lines of the notes that became steps, of: lines that say to do something."""

    codename: str
    slug: str
    read: int = 0
    of: int = 0
    open: int = 0


class NotesIn(Schema):
    """at: after this row, "" for the end."""

    text: Annotated[str, Field(max_length=2_000_000)]
    after: Annotated[str, Field(max_length=60)] = ""


class PastedOut(Schema):
    """The notes as they were pasted, whole."""

    id: int
    text: str


class SeenIn(Schema):
    seen: Annotated[str, Field(max_length=71)]


class NamedIn(Schema):
    kind: Literal["file", "tool", "build", "passage"]
    old: Annotated[str, Field(min_length=1, max_length=80)]
    new: Annotated[str, Field(min_length=1, max_length=80)]


class NewerIn(Schema):
    """A newer release of a file. size: bytes; before: the file whose place it takes; build: that

    it holds, "" where the names say it.
    """

    kind: Literal["newer"]
    name: Annotated[str, Field(min_length=1, max_length=120)]
    sha256: Annotated[str, Field(pattern="^[0-9a-fA-F]{64}$")]
    size: Annotated[int, Field(ge=1, le=64 * 2**30)]
    before: Annotated[str, Field(min_length=1, max_length=120)]
    build: Annotated[str, Field(max_length=80)] = ""
    source: Annotated[str, Field(max_length=200)] = ""


class LookIn(Schema):
    what: Annotated[NamedIn | NewerIn, Field(discriminator="kind")]


class ReplaceIn(LookIn):
    """slugs: the drafts in which it is done."""

    slugs: Annotated[
        list[Annotated[str, Field(max_length=60)]], Field(min_length=1, max_length=200)
    ]


class AffectedOut(Schema):
    """rows: before and after, as lines; stops: -1 where the proof takes longer than a moment;

    new_stops: what is a stop then and was none before, in words; version: of what is published,
    where the guide has no draft yet; takes_over: what was said of an older file and is not asked
    again.
    """

    slug: str
    title: str
    version: str
    takes_over: list[str]
    rows: list[tuple[str, str]]
    stops_before: int
    stops_after: int
    warnings_before: int
    warnings_after: int
    new_stops: list[str]
    fault: str


class MadeOut(Schema):
    slug: str
    state: int


class ReplacedOut(Schema):
    """done: the states that were made, by which it can be taken back."""

    done: list[MadeOut]


class TakeBackIn(Schema):
    done: Annotated[list[MadeOut], Field(max_length=200)]


class TakenBackOut(Schema):
    """left: drafts that were written on meanwhile, and stay as they are."""

    left: list[str]


class NamesOut(Schema):
    """What can be replaced: what the drafts of a codename name, and what is at hand instead."""

    file: list[str]
    tool: list[str]
    build: list[str]
    passage: list[str]


class DeletedOut(Schema):
    slug: str
    title: str
    at: datetime
    by: str
    until: datetime


class BeginChoiceOut(Schema):
    """value: as it is sent; says: in words."""

    value: str
    says: str


class BeginningsOut(Schema):
    """What an author chooses from: aims, systems that a file brings, guides of this codename and

    of others, and drafts that can be brought back.
    """

    aims: list[BeginChoiceOut]
    systems: list[BeginChoiceOut]
    own: list[BeginChoiceOut]
    others: list[BeginChoiceOut]
    deleted: list[DeletedOut]
