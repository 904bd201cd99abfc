"""The short form of an action: its words, the places of its fields, and what may be left out.

``flash {partition} {file} [to {where} slots|slot]``: words stand as they are, any of ``a|b`` is
read and the first is printed; ``{field}`` is a value; ``[…]`` may be left out, and is, where its
fields have their defaults; ``[+field words]`` says that a yes-or-no field is yes. After a semicolon
come fields that the words themselves say: ``sideload {file}; source=sideload``.
"""

import re
from collections.abc import Iterator
from dataclasses import dataclass

_PIECES = re.compile(r"\[\+(?P<flag>\w+) (?P<says>[^\]]+)\]|\[(?P<group>[^\]]+)\]|(?P<one>\S+)")


@dataclass(frozen=True, slots=True)
class Word:
    any_of: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Place:
    field: str


@dataclass(frozen=True, slots=True)
class Group:
    """parts: all of them, or none. flag: the field that is yes where it stands, "" for none."""

    parts: tuple["Word | Place", ...]
    flag: str = ""

    @property
    def fields(self) -> tuple[str, ...]:
        return tuple(part.field for part in self.parts if isinstance(part, Place))


Part = Word | Place | Group


@dataclass(frozen=True, slots=True)
class Form:
    """fixed: fields that the form itself says."""

    parts: tuple[Part, ...]
    fixed: tuple[tuple[str, str], ...] = ()

    @property
    def fields(self) -> frozenset[str]:
        found = {name for name, _ in self.fixed}
        for part in self.parts:
            if isinstance(part, Place):
                found.add(part.field)
            elif isinstance(part, Group):
                found |= {*part.fields, *filter(None, [part.flag])}
        return frozenset(found)


def form_of(text: str) -> Form:
    words, _, says = text.partition("; ")
    fixed = [tuple(each.split("=", 1)) for each in says.split(", ") if each]
    return Form(tuple(_parts(words)), tuple((name, value) for name, value in fixed))


def _parts(text: str) -> Iterator[Part]:
    for match in _PIECES.finditer(text):
        if match["flag"]:
            yield Group(tuple(map(_one, match["says"].split())), match["flag"])
        elif match["group"]:
            yield Group(tuple(map(_one, match["group"].split())))
        else:
            yield _one(match["one"])


def _one(piece: str) -> Word | Place:
    if piece.startswith("{"):
        return Place(piece[1:-1])
    return Word(tuple(piece.split("|")))
