"""In what the documents of a guide and those of the catalogue differ, field by field."""

import json
from collections.abc import Iterable
from dataclasses import asdict, dataclass
from typing import Any

from anleitung.catalogue.load import document_of, find_entry
from anleitung.catalogue.services.enter import Address, catalogue_documents
from anleitung.core.documents.base import body_of
from anleitung.core.guide.bundle import Bundle

MOST = 120  # characters of a value that is shown


@dataclass(frozen=True, slots=True)
class FieldDifference:
    """ours: as the catalogue has it; theirs: as the guide brings it. "" where it is left out."""

    field: str
    ours: str
    theirs: str


@dataclass(frozen=True, slots=True)
class Difference:
    kind: str
    codename: str
    name: str
    fields: tuple[FieldDifference, ...]

    def as_plain(self) -> dict[str, Any]:
        return asdict(self) | {"fields": [asdict(f) for f in self.fields]}


def differences(bundle: Bundle, changed: Iterable[Address]) -> list[Difference]:
    """changed: addresses at which the catalogue holds another version. Raises NoSuchDocument."""
    documents = dict(catalogue_documents(bundle))
    found = []
    for address in changed:
        entry = find_entry(*address)
        assert entry.current is not None
        ours = body_of(document_of(entry.current, address[0]))
        theirs = body_of(documents[address])
        found.append(Difference(*address, tuple(_fields(ours, theirs))))
    return found


def _fields(ours: Any, theirs: Any, at: str = "") -> Iterable[FieldDifference]:
    """Down to the values that differ; lists of unequal length are shown as a whole."""
    if isinstance(ours, dict) and isinstance(theirs, dict):
        for name in sorted(ours.keys() | theirs.keys()):
            here = f"{at}.{name}" if at else name
            if name not in ours or name not in theirs:
                yield FieldDifference(here, _shown(ours.get(name)), _shown(theirs.get(name)))
            else:
                yield from _fields(ours[name], theirs[name], here)
        return
    if isinstance(ours, list) and isinstance(theirs, list) and len(ours) == len(theirs):
        for i, (mine, other) in enumerate(zip(ours, theirs, strict=True)):
            yield from _fields(mine, other, f"{at}[{i}]")
        return
    if ours != theirs:
        yield FieldDifference(at, _shown(ours), _shown(theirs))


def _shown(value: Any) -> str:
    if value is None:
        return ""
    text = value if isinstance(value, str) else json.dumps(value, ensure_ascii=False)
    return text if len(text) <= MOST else f"{text[: MOST - 1]}…"
