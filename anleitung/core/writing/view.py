"""A guide as an editor shows it: its rows as they are stored, each as a line, and its head."""

from collections.abc import Iterable
from typing import Any

from pydantic import BaseModel

from anleitung.core.documents.base import Typed
from anleitung.core.formats.write_bundle import as_typed
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.nested import Nested, OneStep, UsePassage
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.walk import actions_of
from anleitung.core.phone.actions import Step
from anleitung.core.phone.cautions import CAUTIONS
from anleitung.core.writing.head import readable, typed_in_head
from anleitung.core.writing.notes.unknown_files import UnknownFile, unknown_files
from anleitung.core.writing.questions import bare_line
from anleitung.core.writing.shelf import documents_named
from anleitung.core.writing.tree import Found, head_marks, mark_of_row, own_body, stored_rows


class PickOut(BaseModel):
    line: str
    says: str


class UnknownFileOut(BaseModel):
    """A file that nobody knows: its name, and what the notes tell of it."""

    name: str
    sha256: str
    source: str


class OpenOut(BaseModel):
    """files: that it names and nobody knows."""

    text: str
    about: str
    says: str
    picks: list[PickOut]
    files: list[UnknownFileOut] = []


class WrittenRowOut(BaseModel):
    """line: the short form, without id and without what stands beside it; shown: ids of the rows

    of the sheet that it is read as; holder and arm: the list in which it stands; lists: of one
    that holds others, each with its words.
    """

    id: str
    action: str
    line: str
    mark: str
    holder: str
    arm: list[str | int]
    depth: int
    shown: list[str]
    open: OpenOut | None
    lists: list[list[str | int]]


class UnreadOut(BaseModel):
    """typed: text as plain values, None where nothing was typed; can_take: whether it can stand

    there by now, else only what stands can be right.
    """

    where: str
    text: str
    says: str
    typed: Any
    can_take: bool


class CautionOut(BaseModel):
    """A caution that a step brings, and its usual words: the author may say it in others."""

    id: str
    usual: str


class WrittenHeadOut(BaseModel):
    """values: every field as it was typed; marks: by which a change meanwhile is seen;

    cautions: those of the steps, in their order.
    """

    values: dict[str, Any]
    marks: dict[str, str]
    unread: list[UnreadOut]
    cautions: list[CautionOut]


def rows_out(guide: Guide, known: Iterable[str] = ()) -> list[WrittenRowOut]:
    """known: names of files."""
    stored = stored_rows(guide)
    shown = _shown(guide)
    new = unknown_files(guide, known)
    return [
        _row(found, stored, shown.get(name, [name]), new.get(name, ()))
        for name, found in stored.items()
    ]


def _row(
    found: Found, stored: dict[str, Found], shown: list[str], new: tuple[UnknownFile, ...]
) -> WrittenRowOut:
    step = found.step
    return WrittenRowOut(
        id=step.id,
        action=own_body(step)["action"],
        line=line_of(step),
        mark=mark_of_row(step),
        holder=found.holder,
        arm=list(found.arm),
        depth=_depth(found, stored),
        shown=shown,
        open=_open(step, new) if isinstance(step, OpenQuestion) else None,
        # Nothing is written into a passage where a guide takes it.
        lists=[list(at) for at in step.lists()]
        if isinstance(step, Nested) and not isinstance(step, UsePassage)
        else [],
    )


def _depth(found: Found, stored: dict[str, Found]) -> int:
    depth = 0
    while found.holder:
        depth, found = depth + 1, stored[found.holder]
    return depth


def line_of(step: OneStep) -> str:
    """What it does, as an author writes it; of a question its text."""
    if isinstance(step, OpenQuestion):
        return step.text
    if not isinstance(step, Step):
        return ""
    return bare_line(step)


def _open(step: OpenQuestion, new: tuple[UnknownFile, ...]) -> OpenOut:
    return OpenOut(
        text=step.text,
        about=step.about,
        says=step.says,
        picks=[PickOut(line=line_of(p.does), says=p.says or "") for p in step.picks],
        files=[UnknownFileOut(name=f.name, sha256=f.sha256, source=f.source) for f in new],
    )


def _shown(guide: Guide) -> dict[str, list[str]]:
    """Rows that are read several times, as those that are done for each slot."""
    found: dict[str, list[str]] = {}
    for name, row in stored_rows(guide).items():
        if isinstance(row.step, Nested) and row.step.made:
            stored = next(iter(row.step.lists().values()))
            for arm in row.step.arms():
                for own, made in zip(stored, arm.steps, strict=True):
                    found.setdefault(own.id, []).append(made.id)
        else:
            found.setdefault(name, [name])
    return found


def head_out(guide: Guide, bundle: Bundle) -> WrittenHeadOut:
    """bundle: as it is for the chosen codename."""
    plain = as_typed(guide)
    fields = ("steps", "unread", "id", "codename", "also_for", "lineage")
    values = {name: plain.get(name, _empty(guide, name)) for name in Guide.model_fields}
    return WrittenHeadOut(
        values={name: value for name, value in values.items() if name not in fields},
        marks=head_marks(guide),
        unread=[
            UnreadOut(
                where=u.where,
                text=u.text,
                says=u.says,
                typed=typed_in_head(guide, u),
                can_take=readable(guide, u) is not None,
            )
            for u in guide.unread
        ],
        cautions=[CautionOut(id=each, usual=CAUTIONS[each]) for each in _cautions(bundle)],
    )


def _cautions(bundle: Bundle) -> dict[str, None]:
    """Of all steps, and those that have words of their own although no step brings them."""
    steps = (s for s in actions_of(bundle.guide) if not isinstance(s, OpenQuestion))
    brought = dict.fromkeys(c for step in steps for c in step.cautions(bundle.world))
    return brought | dict.fromkeys(c for c in bundle.guide.caution_words if c in CAUTIONS)


def _empty(guide: Guide, name: str) -> Any:
    value = getattr(guide, name)
    if isinstance(value, Typed):
        return value.typed
    return list(value) if isinstance(value, tuple) else value


def uses_of(guide: Guide) -> dict[str, list[str]]:
    """Of each file, tool and program that rows name: these rows, as lines."""
    found: dict[str, list[str]] = {}
    for row in stored_rows(guide).values():
        if isinstance(row.step, Step) and not isinstance(row.step, OpenQuestion):
            for name in dict.fromkeys(documents_named(row.step)):
                found.setdefault(name, []).append(line_of(row.step))
    return found


def open_of(guide: Guide) -> int:
    """How many questions a guide leaves open, in its rows and its head."""
    rows = (found.step for found in stored_rows(guide).values())
    return sum(isinstance(step, OpenQuestion) for step in rows) + len(guide.unread)
