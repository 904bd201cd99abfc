"""What all documents share: strict fields, checked text types, the canonical form."""

import re
import unicodedata
from dataclasses import dataclass
from hashlib import sha256
from typing import Annotated, Any, NewType

import rfc8785
from pydantic import (
    AfterValidator,
    BaseModel,
    BeforeValidator,
    ConfigDict,
    Field,
    GetCoreSchemaHandler,
    GetJsonSchemaHandler,
    StringConstraints,
)
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema, core_schema

from anleitung.core.conditions.model import Condition
from anleitung.core.conditions.text import InvalidCondition, parse_condition, print_condition
from anleitung.core.documents.plain_text import (
    PATTERN,
    PATTERN_IN_PROSE,
    UNSEEN,
    plain_prose,
    plain_text,
)

FORMAT = "anleitung/1"
DocumentPlace = tuple[str | int, ...]  # where in a document: names of fields, places in lists

Fingerprint = NewType("Fingerprint", str)  # "sha256:" and 64 hex digits


def normal_text(value: Any) -> Any:
    """Text in NFC with line feeds only: the same words give the same bytes everywhere."""
    if not isinstance(value, str):
        return value
    return unicodedata.normalize("NFC", value.replace("\r\n", "\n").replace("\r", "\n"))


class Document(BaseModel):
    """Base of everything that is stored: unknown fields are refused, values never change."""

    # What reads a kind of document is made when the first one is read, not at every start.
    model_config = ConfigDict(
        extra="forbid", frozen=True, str_strip_whitespace=True, defer_build=True
    )


_BAD_NAME = re.compile(r"[\x00-\x1f\x7f/\\:*?\"<>|]")
FILE_NAME_PATTERN = rf"^(?!-)(?!\.{{1,2}}$)[^\u0000-\u001f\u007f/\\:*?\"<>|{UNSEEN}]*$"


def _plain_name(value: str) -> str:
    if _BAD_NAME.search(value) or value in (".", "..") or value.startswith("-"):
        raise ValueError(
            "a file name is one plain name, without folders, control characters or a leading '-'"
        )
    return plain_text(value)


def _says(pattern: str) -> Any:
    """What a validator refuses, said in the JSON Schema as well."""
    return Field(json_schema_extra={"pattern": pattern})


_NORMAL = BeforeValidator(normal_text)


def _length(most: int, pattern: str | None = None, least: int = 1) -> StringConstraints:
    return StringConstraints(min_length=least, max_length=most, pattern=pattern)


# Text that is compared or copied sign by sign is data: its outer spaces belong to it.
EXACT = StringConstraints(strip_whitespace=False)

ID_PATTERN = r"^[a-z][a-z0-9]*(-[a-z0-9]+)*$"
Id = Annotated[str, _length(60, ID_PATTERN), _NORMAL]
ShortText = Annotated[str, _length(200), AfterValidator(plain_text), _NORMAL, _says(PATTERN)]
MAX_PROSE = 20_000
Prose = Annotated[
    str,
    _length(MAX_PROSE, least=0),
    AfterValidator(plain_prose),
    _NORMAL,
    _says(PATTERN_IN_PROSE),
]
BuildString = Annotated[str, _length(80, r"^[A-Za-z0-9][A-Za-z0-9._/+-]*$"), _NORMAL]
Token = Annotated[str, _length(40, r"^[A-Za-z0-9][A-Za-z0-9._+-]*$"), _NORMAL]
FileName = Annotated[
    str, _length(150), EXACT, AfterValidator(_plain_name), _NORMAL, _says(FILE_NAME_PATTERN)
]
Sha256 = Annotated[str, _length(64, r"^[0-9a-f]{64}$", least=64), _NORMAL]


@dataclass(frozen=True, slots=True)
class Typed:
    """A condition as its author typed it, and what it means.

    Only the meaning is part of the canonical form; the typing is kept for whoever edits on.
    """

    condition: Condition
    typed: str

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Typed) and other.condition == self.condition

    def __hash__(self) -> int:
        return hash(self.condition)

    def __str__(self) -> str:
        return print_condition(self.condition)

    @classmethod
    def parse(cls, value: object) -> "Typed":
        if isinstance(value, Typed):
            return value
        if not isinstance(value, str):
            raise ValueError("a condition is written as text")
        text = str(normal_text(value))
        try:
            return cls(parse_condition(text), " ".join(text.split()))
        except InvalidCondition as error:
            raise ValueError(f"{error.message} (column {error.column})") from error

    @classmethod
    def __get_pydantic_core_schema__(cls, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        return core_schema.no_info_plain_validator_function(
            cls.parse, serialization=core_schema.plain_serializer_function_ser_schema(str)
        )

    @classmethod
    def __get_pydantic_json_schema__(
        cls, schema: CoreSchema, handler: GetJsonSchemaHandler
    ) -> JsonSchemaValue:
        return {"type": "string", "description": "A condition over the facts of the phone."}


def body_of(document: BaseModel) -> dict[str, Any]:
    """The document as plain JSON values; fields that were left at their default are left out,

    so that a field added later with a harmless default changes no old fingerprint.
    """
    return document.model_dump(mode="json", exclude_defaults=True)


def canonical_bytes(value: Any) -> bytes:
    """RFC 8785: sorted keys, UTF-8, no spaces."""
    return rfc8785.dumps(value)


def fingerprint_of(kind: str, body: Any) -> Fingerprint:
    """The fingerprint of one document. The format version is inside the hashed bytes."""
    payload = canonical_bytes({"format": FORMAT, "kind": kind, "body": body})
    return Fingerprint("sha256:" + sha256(payload).hexdigest())
