"""One document by itself, from plain values: checked, with every fault at its field."""

from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel, ValidationError

from anleitung.core.errors import AnleitungError
from anleitung.core.formats.faults import Location, faults_of
from anleitung.core.formats.schema import DOCUMENTS

MAX_DEPTH = 12
MAX_VALUES = 20_000


@dataclass(frozen=True, slots=True)
class FieldFault:
    """at: the fields and places that lead there, () for the document itself."""

    at: Location
    message: str


class InvalidDocument(AnleitungError):
    """A document that cannot be taken. Nothing of it is kept."""

    code = "invalid-document"

    def __init__(self, faults: list[FieldFault]) -> None:
        self.faults = tuple(faults)
        super().__init__("; ".join(f.message for f in faults[:3]))


def check_document(kind: str, value: Any) -> BaseModel:
    """kind: one of schema.DOCUMENTS. Raises InvalidDocument with every fault."""
    _require_small(value)
    if not isinstance(value, dict):
        raise InvalidDocument([FieldFault((), "expected fields (name: value)")])
    try:
        return DOCUMENTS[kind].model_validate(value)
    except ValidationError as error:
        raise InvalidDocument([FieldFault(*fault) for fault in faults_of(error, value)]) from error


def _require_small(value: Any) -> None:
    """Bounded before any model looks at it."""
    left = MAX_VALUES
    stack = [(value, 0)]
    while stack:
        here, depth = stack.pop()
        left -= 1
        if left < 0 or depth > MAX_DEPTH:
            raise InvalidDocument(
                [FieldFault((), f"more than {MAX_VALUES} values or {MAX_DEPTH} levels")]
            )
        if isinstance(here, dict):
            stack += [(inner, depth + 1) for inner in here.values()]
        elif isinstance(here, list):
            stack += [(inner, depth + 1) for inner in here]
