"""A file, a tool or a build of a guide is replaced by another, wherever rows and head name it."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from difflib import SequenceMatcher
from typing import Any, Literal

from pydantic import ValidationError

from anleitung.core.conditions.model import Compare, Condition, In, Is, one_of
from anleitung.core.documents.base import body_of
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.in_conditions import CONDITIONS, condition_with
from anleitung.core.guide.nested import UsePassage
from anleitung.core.guide.passage import given_otherwise, taken_from, with_passages
from anleitung.core.guide.rename import PutName
from anleitung.core.guide.walk import actions_within, uses_of_passages
from anleitung.core.marked import gettext as _
from anleitung.core.writing.questions import bare_line
from anleitung.core.writing.settle import settle
from anleitung.core.writing.shelf import Shelf, carry
from anleitung.core.writing.tree import EditRefused, mark_of_row, stored_rows
from anleitung.core.writing.view import line_of

Replaced = Literal["file", "tool", "build", "passage"]
# The fields that name a file or a tool; a build stands in conditions, and where an update leads.
_FIELDS: dict[Replaced, frozenset[str]] = {
    "file": frozenset({"file", "files", "queued", "expects"}),
    "tool": frozenset({"tool", "tools"}),
    "build": frozenset({"to"}),
    "passage": frozenset({"passage"}),
}


@dataclass(frozen=True, slots=True)
class Changed:
    """bundle: as it is then; rows: (before, after) of the rows that change, as lines."""

    bundle: Bundle
    rows: tuple[tuple[str, str], ...]


def replace_in(bundle: Bundle, kind: Replaced, old: str, new: str, shelf: Shelf) -> Changed | None:
    """bundle: with all its codenames. None where it names ``old`` nowhere. Raises EditRefused."""
    if kind == "passage":
        return _passage_in(bundle, old, new, shelf)
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
    guide = given_otherwise(before, bundle.passages, kind, old, new)
    guide = Guide.model_validate(put(body_of(guide)))
    for row in uses_of_passages(guide).values():
        passage = next((p for p in bundle.passages if p.id == row.passage), None)
        if passage is not None and row != taken_from(passage, row):
            says = _("the passage {name} names {old} itself: change the passage")
            raise EditRefused(says.format(name=row.passage, old=old), row.id)
    if guide == before:
        return None
    was, now = stored_rows(before), stored_rows(guide)
    touched = [n for n in now if mark_of_row(now[n].step) != mark_of_row(was[n].step)]
    made = settle(before, carry(replace(bundle, guide=guide), touched, shelf))
    after = stored_rows(made.guide)
    return Changed(
        made, tuple((line_of(was[n].step), line_of(after[n].step)) for n in touched if n in after)
    )


def _passage_in(bundle: Bundle, old: str, new: str, shelf: Shelf) -> Changed | None:
    """A passage by its newest version, or by another one; what is given in its places stays."""
    passage = shelf.passages.get(new)
    if passage is None:
        raise EditRefused(_("{name} is not at hand for this guide").format(name=new))
    before = bundle.guide
    rows = [row for row in uses_of_passages(before).values() if row.passage == old]
    if not rows:
        return None
    guide = Guide.model_validate(Put("passage", old, new)(body_of(before)))
    try:
        guide = with_passages(guide, [passage])
    except ValidationError as error:
        raise EditRefused(str(error.errors()[0]["msg"])) from error
    after = {row.id: row for row in uses_of_passages(guide).values()}
    if guide == before:
        return None
    others = tuple(p for p in bundle.passages if p.id not in (old, new))
    taken = replace(bundle, guide=guide, passages=(*others, passage))
    inner = [step.id for row in rows for step in actions_within(after[row.id])]
    made = settle(before, carry(taken, inner, shelf))
    return Changed(made, tuple(line for row in rows for line in _moved(row, after[row.id])))


def _moved(before: UsePassage, after: UsePassage) -> Iterator[tuple[str, str]]:
    """What the steps of a row were and are, as lines, where they differ."""
    was, now = ([bare_line(s) for s in actions_within(row)] for row in (before, after))
    for kind, a, b, c, d in SequenceMatcher(None, was, now).get_opcodes():
        if kind != "equal":
            yield "; ".join(was[a:b]), "; ".join(now[c:d])


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
