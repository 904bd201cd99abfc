"""What can be done to a guide while it is written, as values: an edit names rows by their ids."""

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, JsonValue

from anleitung.core.documents.base import Id
from anleitung.core.guide.document import MAX_STEPS

MAX_EDITS = 200
Ids = Annotated[tuple[Id, ...], Field(min_length=1, max_length=MAX_STEPS)]
Mark = Annotated[str, Field(max_length=71)]
Plain = dict[str, Any]


class Edit(BaseModel):
    model_config = ConfigDict(extra="forbid", frozen=True)


class Place(Edit):
    """Beside a row, or at the end of a list of one that holds others; at the end of all as it is.

    arm: the place of the list in the row that holds it, as ["then"] or ["choices", "clean"].
    """

    before: Id | None = None
    after: Id | None = None
    within: Id | None = None
    arm: Annotated[tuple[str | int, ...], Field(max_length=4)] = ()


class Write(Edit):
    """A line is read as the step of a row, or put in as a new one where no row is named.

    was: the mark of the row as the author saw it. A line that is no step becomes an open question.
    """

    op: Literal["write"]
    line: Annotated[str, Field(max_length=20_000)]
    id: Id | None = None
    was: Mark = ""
    at: Place = Place()


class Put(Edit):
    """A row is written as plain values, its nested rows aside. after: where it stood, by the row

    before it, in case it is gone.
    """

    op: Literal["put"]
    id: Id
    was: Mark = ""
    step: Plain
    after: Id | None = None


class Set(Edit):
    """Some fields of a row; None leaves one out. was: what stood there as the author saw it, for

    each of them; edits of different fields of one row go together.
    """

    op: Literal["set"]
    id: Id
    change: Annotated[Plain, Field(min_length=1, max_length=60)]
    was: Plain = {}
    after: Id | None = None


class Insert(Edit):
    """Whole steps, with what they hold. Ids that are taken are changed."""

    op: Literal["insert"]
    at: Place = Place()
    steps: Annotated[tuple[Plain, ...], Field(min_length=1, max_length=MAX_STEPS)]


class Remove(Edit):
    op: Literal["remove"]
    ids: Ids


class Move(Edit):
    op: Literal["move"]
    ids: Ids
    at: Place


class Duplicate(Edit):
    """Copies of rows that stand beside each other, put after the last of them."""

    op: Literal["duplicate"]
    ids: Ids


class Fold(Edit):
    """Rows beside each other are put into a new one that holds them. arm: into which list.

    line: the new row as one types it; else into, as plain values.
    """

    op: Literal["fold"]
    ids: Ids
    line: Annotated[str, Field(max_length=2_000)] = ""
    into: Plain = {}
    arm: Annotated[tuple[str | int, ...], Field(max_length=4)] = ()


class Unfold(Edit):
    """What a row holds takes its place, list after list."""

    op: Literal["unfold"]
    id: Id


class Pick(Edit):
    """One of the meanings of an open question is taken; number: from 0."""

    op: Literal["pick"]
    id: Id
    number: Annotated[int, Field(ge=0, le=11)]


class AsProse(Edit):
    """The words of an open question become prose of the step before it; the first in its list

    becomes introduction.
    """

    op: Literal["as-prose"]
    id: Id


class Head(Edit):
    """A field of the guide's head. was: the mark of that field as the author saw it."""

    op: Literal["head"]
    field: Literal[
        "title",
        "summary",
        "introduction",
        "agree_to",
        "at_hand",
        "prerequisites",
        "caution_words",
        "admission",
        "promise",
        "options",
        "files",
        "tools",
        "programs",
    ]
    value: JsonValue
    was: Mark = ""


class AnswerHead(Edit):
    """What is open in a field of the head is taken, or what stands there is right."""

    op: Literal["answer-head"]
    field: Annotated[str, Field(max_length=60)]
    take: bool


AnyEdit = Annotated[
    Write
    | Put
    | Set
    | Insert
    | Remove
    | Move
    | Duplicate
    | Fold
    | Unfold
    | Pick
    | AsProse
    | Head
    | AnswerHead,
    Field(discriminator="op"),
]
