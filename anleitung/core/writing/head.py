"""Fields of the head while they are typed: what cannot be read is kept beside what stands."""

import json
from contextlib import suppress
from functools import cache
from typing import Annotated, Any

from pydantic import TypeAdapter, ValidationError

from anleitung.core.documents.base import Typed, body_of
from anleitung.core.formats.faults import sentence_of
from anleitung.core.guide.document import Guide, Unread
from anleitung.core.writing import ops
from anleitung.core.writing.tree import EditRefused, head_marks


def set_field(guide: Guide, edit: ops.Head) -> Guide:
    """Raises EditRefused where somebody else wrote the field meanwhile."""
    if edit.was and edit.was != head_marks(guide)[edit.field]:
        raise EditRefused(
            f"The {edit.field.replace('_', ' ')} was changed meanwhile. Look at it, and write it "
            "again."
        )
    others = tuple(each for each in guide.unread if each.where != edit.field)
    try:
        value = _adapter(edit.field).validate_python(edit.value)
    except ValidationError as error:
        first = error.errors(include_url=False)[0]
        says = sentence_of({**first, "loc": (edit.field, *first["loc"])})
        return unread(guide, edit.field, edit.value, says)
    return guide.model_copy(update={edit.field: value, "unread": others})


def unread(guide: Guide, field: str, value: Any, says: str) -> Guide:
    """What stands there stays, with what was typed beside it."""
    text = value if isinstance(value, str) else json.dumps(value, ensure_ascii=False)
    kept = tuple(each for each in guide.unread if each.where != field)
    if len(text) > 4_000:
        raise EditRefused(f"The {field} is longer than 4,000 characters and cannot be read: {says}")
    told = says.partition("; known:")[0]
    one = Unread(where=field, text=text or "nothing", says=told[:400])
    return guide.model_copy(update={"unread": (*kept, one)})


def answer(guide: Guide, edit: ops.AnswerHead) -> Guide:
    """Raises EditRefused where nothing is open there, or what is open cannot be read."""
    found = next((each for each in guide.unread if each.where == edit.field), None)
    if found is None:
        raise EditRefused(f"Nothing is open in the {edit.field.replace('_', ' ')} any more.")
    value = readable(guide, found)
    left = guide.model_copy(update={"unread": tuple(u for u in guide.unread if u != found)})
    if not edit.take:
        return left
    if value is None:
        raise EditRefused(f"{found.text} cannot be read: {found.says}")
    return left.model_copy(update={edit.field: value})


def typed_in_head(guide: Guide, entry: Unread) -> Any:
    """What was typed in a field of the head, as plain values; None where nothing was."""
    if entry.of_what_stands or entry.where not in Guide.model_fields:
        return None
    if isinstance(getattr(guide, entry.where), str | Typed):
        return entry.text
    with suppress(ValueError):
        return json.loads(entry.text)
    # Carried over as it is told: its conditions, one after the other.
    plain = body_of(guide.promise) | {"holds": entry.text.split("; ")}
    return plain if entry.where == "promise" else None


def readable(guide: Guide, entry: Unread) -> Any:
    """The value that is open in a field of the head, where it can be read by now; else None."""
    value = typed_in_head(guide, entry)
    if value is None:
        return None
    try:
        return _adapter(entry.where).validate_python(value)
    except ValidationError:
        return None


@cache
def _adapter(field: str) -> TypeAdapter[Any]:
    info = Guide.model_fields[field]
    annotation: Any = info.annotation
    return TypeAdapter(Annotated[annotation, *info.metadata] if info.metadata else annotation)
