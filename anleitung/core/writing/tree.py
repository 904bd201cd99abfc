"""Changing the lists of a guide: where a row stands, and a copy of the guide with other lists."""

from collections.abc import Callable
from dataclasses import dataclass
from hashlib import sha256
from typing import Any

from anleitung.core.documents.base import DocumentPlace, body_of, canonical_bytes
from anleitung.core.errors import AnleitungError
from anleitung.core.guide.document import Guide
from anleitung.core.guide.nested import Nested, OneStep, Steps
from anleitung.core.guide.walk import map_steps

Change = Callable[[Steps], Steps]


class EditRefused(AnleitungError):
    """An edit that cannot be made. row: the id of the row that it is about, "" for none."""

    code = "edit-refused"

    def __init__(self, message: str, row: str = "") -> None:
        super().__init__(message)
        self.row = row


@dataclass(frozen=True, slots=True)
class Found:
    """A stored row. holder: id of the row that holds its list, "" for the guide itself."""

    step: OneStep
    holder: str
    arm: DocumentPlace
    index: int
    beside: Steps


def stored_rows(guide: Guide) -> dict[str, Found]:
    """Every row as it is stored, by its id, in the order of reading."""
    found: dict[str, Found] = {}

    def walk(steps: Steps, holder: str, arm: DocumentPlace) -> None:
        for i, step in enumerate(steps):
            found[step.id] = Found(step, holder, arm, i, steps)
            if isinstance(step, Nested):
                for at, inner in step.lists().items():
                    walk(inner, step.id, at)

    walk(guide.steps, "", ())
    return found


def row_of(guide: Guide, name: str) -> Found:
    """Raises EditRefused."""
    found = stored_rows(guide).get(name)
    if found is None:
        raise EditRefused("This row is gone: it was removed meanwhile.", name)
    return found


def in_list(guide: Guide, holder: str, arm: DocumentPlace, change: Change) -> Guide:
    """A copy in which one list is another. Raises EditRefused where there is no such list."""
    if not holder:
        return guide.model_copy(update={"steps": change(guide.steps)})

    def within(step: OneStep) -> OneStep:
        if step.id != holder or not isinstance(step, Nested):
            return step
        lists = dict(step.lists())
        if arm not in lists:
            raise EditRefused("This row has no such list of steps.", holder)
        return step.with_lists(lists | {arm: change(lists[arm])})

    return map_steps(guide, within)


def in_every_list(guide: Guide, change: Change) -> Guide:
    def within(step: OneStep) -> OneStep:
        if not isinstance(step, Nested):
            return step
        return step.with_lists({at: change(steps) for at, steps in step.lists().items()})

    changed = map_steps(guide, within)
    return changed.model_copy(update={"steps": change(changed.steps)})


def own_body(step: OneStep) -> dict[str, Any]:
    """A row as plain values, without the rows that it holds."""
    if isinstance(step, Nested):
        step = step.with_lists(dict.fromkeys(step.lists(), ()))
    return {"action": step.action, **body_of(step)}  # type: ignore[union-attr]


def mark_of(value: Any) -> str:
    """By which it is seen whether something was changed since it was looked at."""
    return sha256(canonical_bytes(value)).hexdigest()[:16]


def mark_of_row(step: OneStep) -> str:
    return mark_of(own_body(step))


def head_marks(guide: Guide) -> dict[str, str]:
    body = body_of(guide)
    return {
        name: mark_of([body.get(name), [u for u in body.get("unread", ()) if u["where"] == name]])
        for name in Guide.model_fields
        if name not in ("steps", "unread")
    }


def free_id(wanted: str, taken: set[str]) -> str:
    """The id itself, or with a number behind it; it is then taken."""
    stem, number = wanted[:52].rstrip("-"), 1
    while (name := wanted if number == 1 else f"{stem}-{number}") in taken:
        number += 1
    taken.add(name)
    return name
