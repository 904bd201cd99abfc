"""A row as its own sentence: words, slots to be filled, and words that may be added."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any, Literal

from pydantic import BaseModel

from anleitung.core.documents.base import Typed
from anleitung.core.drawn.chords import ChordOut, chords_to
from anleitung.core.guide.nested import Nested, OneStep
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step, name_of
from anleitung.core.shorthand.form import Form, Group, Part, Place, Word
from anleitung.core.shorthand.forms import BY_NAME, FORMS
from anleitung.core.writing.fits import Kind, Offer, kind_of, offers
from anleitung.core.writing.given import given_line
from anleitung.core.writing.here import Here
from anleitung.core.writing.shapes import Column, ColumnKind, shape_of, with_lines
from anleitung.core.writing.tree import own_body


class Out(BaseModel):
    """Plain values for the screen."""


class OfferOut(Out):
    value: str
    says: str
    why_not: str
    new: bool


class ColumnOut(Out):
    """A part of each line: of a pair "key" and "value". by_key: what fits beside each key, where

    that differs; needed: a line without it is not written yet.
    """

    name: str
    says: str
    kind: ColumnKind
    offers: list[OfferOut]
    by_key: dict[str, list[OfferOut]] | None
    needed: bool


class ShapeOut(Out):
    """pairs: a key each and its value; fixed: there are these keys and no others."""

    pairs: bool
    columns: list[ColumnOut]
    fixed: list[str]


class SlotOut(Out):
    """value: as the step holds it; shown: in words, "" where nothing is chosen; shape: of a value

    that is written line by line.
    """

    field: str
    kind: Kind
    value: Any
    shown: str
    offers: list[OfferOut]
    shape: ShapeOut | None = None


class PieceOut(Out):
    """word: to be read; slot: to be filled; add: words that may be added, with the fields that

    this writes and what they then hold.
    """

    kind: Literal["word", "slot", "add"]
    text: str = ""
    slot: SlotOut | None = None
    adds: dict[str, Any] = {}


class RowSlotsOut(Out):
    """body: the row as plain values, nested rows aside; beside: fields that have no place in the

    sentence; chords: that lead into each mode which may be picked.
    """

    id: str
    action: str
    pieces: list[PieceOut]
    beside: list[SlotOut]
    body: dict[str, Any]
    chords: dict[str, list[ChordOut]] = {}


@dataclass(frozen=True, slots=True)
class _Row:
    action: str
    body: dict[str, Any]
    here: Here


def slots_of(step: OneStep, here: Here) -> RowSlotsOut:
    body = own_body(step)
    if isinstance(step, OpenQuestion):
        return RowSlotsOut(id=step.id, action="open", pieces=[], beside=[], body=body)
    if isinstance(step, Nested):
        pieces = list(_nested(step, body, here))
        return RowSlotsOut(id=step.id, action=body["action"], pieces=pieces, beside=[], body=body)
    assert isinstance(step, Step)
    action = name_of(type(step))
    row = _Row(action, body, here)
    form = _form(action, body)
    pieces = [piece for part in form.parts for piece in _pieces(part, row)]
    told = form.fields
    own = [n for n in type(step).model_fields if n not in Step.model_fields and n != "action"]
    names = [*(name for name in own if name not in told), "expects", "way_back"]
    if any(q.after == action for q in here.bundle.device.questions):
        names.append("answered")
    beside = [_slot(name, row) for name in names]
    return RowSlotsOut(
        id=step.id,
        action=action,
        pieces=pieces,
        beside=beside,
        body=body,
        chords=_chords(action, here),
    )


def _chords(action: str, here: Here) -> dict[str, list[ChordOut]]:
    if "mode" not in BY_NAME[action].model_fields:
        return {}
    modes = [offer.value for offer in offers(action, "mode", here)]
    found = {mode: chords_to(here.bundle.device, mode) for mode in modes}
    return {mode: chords for mode, chords in found.items() if chords}


# What leads into the rows that a row holds: words, and the fields between them.
_NESTED: dict[str, tuple[str | tuple[str, Kind], ...]] = {
    "branch": ("if", ("on", "condition"), "asking", ("ask", "text")),
    "choose": ("choose", ("option", "name")),
    "cases": ("which of these, asking", ("ask", "text"), "of", ("cases", "lines")),
    "file-for-phone": (
        "with the file for this phone, asking",
        ("ask", "text"),
        "of",
        ("files", "lines"),
    ),
    "passage": ("the passage", ("passage", "name"), "with", ("given", "pairs")),
    "each-slot": ("for slot a, and then for slot b",),
}


def _nested(step: Nested, body: dict[str, Any], here: Here) -> Iterator[PieceOut]:
    for part in _NESTED[body["action"]]:
        if isinstance(part, str):
            yield PieceOut(kind="word", text=part)
            continue
        name, kind = part
        options = [o for o in here.bundle.guide.options if name == "option"]
        offers = [OfferOut(value=o.id, says=o.ask, why_not="", new=False) for o in options]
        shape = _shape(_Row(body["action"], body, here), name)
        value = body.get(name)
        if shape and shape.columns and not shape.pairs:
            # The rows that an answer holds are not written here.
            value = [{c.name: each.get(c.name) for c in shape.columns} for each in value or []]
        shown = _shown_lines(value) if shape else "" if value is None else str(value)
        slot = SlotOut(field=name, kind=kind, value=value, shown=shown, offers=offers, shape=shape)
        yield PieceOut(kind="slot", slot=slot)


def _form(action: str, body: dict[str, Any]) -> Form:
    return next(f for f in FORMS[action] if all(body.get(n) == v for n, v in f.fixed))


def _pieces(part: Part, row: _Row) -> list[PieceOut]:
    if isinstance(part, Word):
        return [PieceOut(kind="word", text=part.any_of[0])]
    if isinstance(part, Place):
        return [PieceOut(kind="slot", slot=_slot(part.field, row))]
    return _group(part, row)


def _group(group: Group, row: _Row) -> list[PieceOut]:
    words = " ".join(p.any_of[0] for p in group.parts if isinstance(p, Word))
    if group.flag:
        if row.body.get(group.flag):
            return [PieceOut(kind="slot", text=words, slot=_slot(group.flag, row))]
        return [PieceOut(kind="add", text=words, adds={group.flag: True})]
    if all(name in row.body for name in group.fields):
        return [piece for part in group.parts for piece in _pieces(part, row)]
    adds: dict[str, Any] = {}
    for name in group.fields:
        slot = _slot(name, row)
        # The usual value is the one that stands there unsaid: another one is offered.
        default = _default(row.action, name)
        others = [o.value for o in slot.offers if o.value != default and not o.why_not]
        other = "both" if "both" in others else next(iter(others), "")
        adds[name] = [other] if slot.kind in ("files", "choices") and other else other
    told = (
        p.any_of[0] if isinstance(p, Word) else _said(adds[p.field])
        for p in group.parts
        if not isinstance(p, Group)
    )
    return [PieceOut(kind="add", text=" ".join(told), adds=adds)]


def _said(value: Any) -> str:
    return ", ".join(value) if isinstance(value, list) else str(value or "…")


def _default(action: str, name: str) -> Any:
    return BY_NAME[action].model_fields[name].default


def _slot(name: str, row: _Row) -> SlotOut:
    value = row.body.get(name)
    if value is None:
        default = _default(row.action, name)
        value = str(default) if isinstance(default, Typed) else default
    if not isinstance(value, str | int | float | bool | list | dict | None):
        value = None
    shape = _shape(row, name)
    if row.action == "script" and name == "parts":
        value = with_lines(value or (), lambda does: given_line(dict(does)))
    value = list(value) if isinstance(value, tuple) else value
    return SlotOut(
        field=name,
        kind=kind_of(row.action, name),
        value=value,
        shown=_shown_lines(value) if shape else _shown(value, row.here),
        offers=[_offer(o) for o in offers(row.action, name, row.here)],
        shape=shape,
    )


def _shape(row: _Row, name: str) -> ShapeOut | None:
    shape = shape_of(row.action, name, row.body, row.here)
    if shape is None:
        return None
    return ShapeOut(
        pairs=shape.pairs, columns=[_column(c) for c in shape.columns], fixed=list(shape.fixed)
    )


def _column(column: Column) -> ColumnOut:
    by_key = column.by_key
    return ColumnOut(
        name=column.name,
        says=column.says,
        kind=column.kind,
        offers=[_offer(o) for o in column.offers],
        by_key={k: [_offer(o) for o in v] for k, v in by_key.items()} if by_key else None,
        needed=column.needed,
    )


def _shown_lines(value: Any) -> str:
    """What the first lines begin with: enough to know them by."""
    if isinstance(value, Mapping):
        told = [f"{key}={each}" for key, each in value.items()]
    else:
        told = ["=".join([*map(str, each.values())][:2]) for each in value or ()]
    more = _(" and {n} more").format(n=len(told) - 3) if len(told) > 4 else ""
    return ", ".join(told[:3] if more else told) + more


def _offer(offer: Offer) -> OfferOut:
    return OfferOut(value=offer.value, says=offer.says, why_not=offer.why_not, new=offer.new)


def _shown(value: Any, here: Here) -> str:
    """Files by their names."""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, list):
        return ", ".join(_shown(each, here) for each in value) or ""
    if isinstance(value, str) and value in here.shelf.packages:
        return here.shelf.packages[value].name
    return "" if value is None else str(value)
