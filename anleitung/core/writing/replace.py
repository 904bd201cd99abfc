"""A file, a tool or a build of a guide is replaced by another, wherever rows and head name it."""

from dataclasses import dataclass, replace
from gettext import gettext as _
from typing import Any, Literal

from anleitung.core.conditions.model import Compare, Condition, In, Is, one_of
from anleitung.core.documents.base import body_of
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.in_conditions import CONDITIONS, condition_with
from anleitung.core.guide.rename import PutName
from anleitung.core.writing.settle import settle
from anleitung.core.writing.shelf import Shelf, carry
from anleitung.core.writing.tree import EditRefused, mark_of_row, stored_rows
from anleitung.core.writing.view import line_of

Replaced = Literal["file", "tool", "build"]
# The fields that name a file or a tool; a build stands in conditions, and where an update leads.
_FIELDS: dict[Replaced, frozenset[str]] = {
    "file": frozenset({"file", "files", "queued", "expects"}),
    "tool": frozenset({"tool", "tools"}),
    "build": frozenset({"to"}),
}


@dataclass(frozen=True, slots=True)
class Changed:
    """bundle: as it is then; rows: (before, after) of the rows that change, as lines."""

    bundle: Bundle
    rows: tuple[tuple[str, str], ...]


def replace_in(bundle: Bundle, kind: Replaced, old: str, new: str, shelf: Shelf) -> Changed | None:
    """bundle: with all its codenames. None where it names ``old`` nowhere. Raises EditRefused."""
    there = shelf.with_bundle(bundle)
    known = {
        "file": there.packages,
        "tool": there.tools,
        "build": {build.build: build for build in bundle.builds},
    }[kind]
    if new not in known:
        raise EditRefused(_("{name} is not at hand for this guide").format(name=new))
    put = Put(kind, old, new)
    before = bundle.guide
    guide = Guide.model_validate(put(body_of(before)))
    if guide == before:
        return None
    was, now = stored_rows(before), stored_rows(guide)
    touched = [n for n in now if mark_of_row(now[n].step) != mark_of_row(was[n].step)]
    made = settle(before, carry(replace(bundle, guide=guide), touched, shelf))
    after = stored_rows(made.guide)
    return Changed(
        made, tuple((line_of(was[n].step), line_of(after[n].step)) for n in touched if n in after)
    )


class Put:
    """The new name in the place of the old one, in plain values at any depth."""

    def __init__(self, kind: Replaced, old: str, new: str) -> None:
        self._kind, self._old, self._new = kind, old, new

    def __call__(self, value: Any, field: str = "") -> Any:
        if isinstance(value, dict):
            # A window writes partition → file: there the values are the files.
            inside = field if field in _FIELDS[self._kind] else ""
            return {name: self(inner, inside or name) for name, inner in value.items()}
        if isinstance(value, list):
            found = [self(inner, field) for inner in value]
            # Who lists both lists the new one once.
            plain = all(isinstance(each, str) for each in found)
            return list(dict.fromkeys(found)) if plain and found != value else found
        if not isinstance(value, str):
            return value
        if field in CONDITIONS:
            return condition_with(value, self._atom)
        named = field in _FIELDS[self._kind]
        return self._new if named and value == self._old else value

    def _atom(self, atom: Condition) -> Condition:
        if self._kind == "tool":
            return PutName("tool", self._old, self._new).in_atom(atom)
        match atom:
            case Is(fact) | In(fact) | Compare(fact) if self._kind == "file":
                # What a file holds has names of its own; only what changed a partition is a file.
                if not fact.endswith(".changed"):
                    return atom
        match atom:
            case Is(fact, value) if value == self._old:
                return Is(fact, self._new)
            case Compare(fact, operator, value) if value == self._old:
                return Compare(fact, operator, self._new)
            case In(fact, values) if self._old in values:
                return one_of(fact, [self._new if v == self._old else v for v in values])
        return atom
