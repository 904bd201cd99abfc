"""A document of a bundle under another id, with everything in it that names it."""

import re
from dataclasses import replace
from typing import Any, Literal

from anleitung.core.conditions.model import (
    Compare,
    Condition,
    In,
    Is,
    one_of,
)
from anleitung.core.documents.base import ID_PATTERN, body_of
from anleitung.core.documents.device import Device
from anleitung.core.documents.package import Package
from anleitung.core.errors import AnleitungError
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.in_conditions import CONDITIONS, condition_with
from anleitung.core.guide.passage import Passage, given_otherwise

Renamed = Literal["device", "tool", "program", "scheme"]

# Where a document of each kind is named, by field. Conditions are looked through as well.
FIELDS: dict[str, frozenset[str]] = {
    "device": frozenset({"codename"}),
    "scheme": frozenset({"scheme"}),
    "tool": frozenset({"tool", "tools"}),
    "program": frozenset(
        {
            "program",
            "programs",
            "recovery",
            "root",
            "data_by",
            "installed_by",
            "refused_by",
        }
    ),
}
# Facts that carry the id in their own name, and facts whose value it is.
_NAMING = {"tool": ("tool",), "program": ("app", "set")}
_VALUED = {"program": frozenset({"recovery", "recovery-there", "root"})}
# What changed a partition last may be a program or a tool.
_CHANGED = ".changed"


class RenameRefused(AnleitungError):
    code = "rename-refused"


def rename_document(bundle: Bundle, kind: Renamed, old: str, new: str) -> Bundle:
    """Raises RenameRefused where the id cannot be, is taken, or is named outside of the guide."""
    if not re.fullmatch(ID_PATTERN, new) or len(new) > 60:
        raise RenameRefused(
            f"{new[:60]!r} is no id: small letters, digits and single hyphens, a letter first."
        )
    taken = {
        "device": {bundle.device.codename},
        "tool": {t.id for t in bundle.tools},
        "program": {p.id for p in bundle.programs},
        "scheme": {s.id for s in bundle.schemes},
    }[kind]
    if new in taken:
        raise RenameRefused(f"{new} is in this bundle already.")
    if old not in taken:
        raise RenameRefused(f"This bundle has no {kind} {old}.")
    if bundle.others and kind in ("device", "scheme"):
        raise RenameRefused(
            f"A guide for several codenames keeps its {kind}s under their ids. Take the "
            "catalogue's, or make this one its next version."
        )
    put = PutName(kind, old, new)
    device = bundle.device
    if kind in ("device", "scheme"):
        device = Device.model_validate(put(body_of(device)))
    elif put(body_of(device)) != body_of(device):
        raise RenameRefused(
            f"The codename itself names {old}, so both cannot stand beside each other. Choose one."
        )
    guide = Guide.model_validate(put(body_of(bundle.guide)))
    passages = tuple(Passage.model_validate(put(body_of(p))) for p in bundle.passages)
    return replace(
        bundle,
        guide=given_otherwise(guide, passages, kind, old, new),
        passages=passages,
        device=device,
        packages=tuple(Package.model_validate(put(body_of(p))) for p in bundle.packages),
        tools=_with_id(bundle.tools, old, new) if kind == "tool" else bundle.tools,
        programs=_with_id(bundle.programs, old, new) if kind == "program" else bundle.programs,
        schemes=_with_id(bundle.schemes, old, new) if kind == "scheme" else bundle.schemes,
    )


def _with_id(documents: tuple[Any, ...], old: str, new: str) -> tuple[Any, ...]:
    return tuple(d.model_copy(update={"id": new}) if d.id == old else d for d in documents)


class PutName:
    """The new id in the place of the old one, in plain values at any depth."""

    def __init__(self, kind: Renamed, old: str, new: str) -> None:
        self._kind, self._old, self._new = kind, old, new

    def __call__(self, value: Any, field: str = "") -> Any:
        if isinstance(value, dict):
            return {name: self(inner, name) for name, inner in value.items()}
        if isinstance(value, list):
            return [self(inner, field) for inner in value]
        if not isinstance(value, str):
            return value
        if field in CONDITIONS and self._kind in _NAMING:
            return condition_with(value, self.in_atom)
        return self._new if value == self._old and field in FIELDS[self._kind] else value

    def in_atom(self, atom: Condition) -> Condition:
        match atom:
            case Is(fact, value):
                return Is(self._fact(fact), self._value(fact, value))
            case In(fact, values):
                return one_of(self._fact(fact), [self._value(fact, v) for v in values])
            case Compare(fact, operator, value):
                return Compare(self._fact(fact), operator, value)
        return atom

    def _fact(self, fact: str) -> str:
        first, dot, rest = fact.partition(".")
        name, more, option = rest.partition(".")
        if dot and first in _NAMING[self._kind] and name == self._old:
            return f"{first}.{self._new}{more}{option}"
        return fact

    def _value(self, fact: str, value: str) -> str:
        named = fact in _VALUED.get(self._kind, frozenset()) or fact.endswith(_CHANGED)
        return self._new if named and value == self._old else value
