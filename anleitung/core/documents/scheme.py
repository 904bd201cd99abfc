"""Naming schemes: how a maker's build strings and file names are read, as data."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import EXACT, Document, Id, ShortText

MAX_STRING = 80
Text = Annotated[str, EXACT, Field(min_length=1, max_length=20, pattern=r"^[\x21-\x7e]+$")]
Role = Literal["device", "variant", "region", "platform", "rollback-index", "other"]


class Fixed(Document):
    """A separator or a fixed word."""

    kind: Literal["fixed"]
    text: Text


class _Named(Document):
    """field: its name within the scheme; role: what it says about a phone."""

    field: Id
    role: Role = "other"


class Letters(_Named):
    kind: Literal["letters"]
    least: Annotated[int, Field(ge=1, le=20)] = 1
    most: Annotated[int, Field(ge=1, le=20)] = 1
    case: Literal["upper", "lower"] = "upper"

    @model_validator(mode="after")
    def _in_order(self) -> "Letters":
        if self.least > self.most:
            raise ValueError(f"{self.field}: least is larger than most")
        return self


class Number(_Named):
    """Digits. A fixed width (least = most) may have leading zeros, a variable one has none."""

    kind: Literal["number"]
    least: Annotated[int, Field(ge=1, le=12)] = 1
    most: Annotated[int, Field(ge=1, le=12)] = 3

    @model_validator(mode="after")
    def _in_order(self) -> "Number":
        if self.least > self.most:
            raise ValueError(f"{self.field}: least is larger than most")
        return self


class OneOfList(_Named):
    """One of a list, the oldest first where the order says something."""

    kind: Literal["one-of"]
    values: Annotated[tuple[Text, ...], Field(min_length=1, max_length=60)]

    @model_validator(mode="after")
    def _each_once(self) -> "OneOfList":
        if len(set(self.values)) != len(self.values):
            raise ValueError(f"{self.field}: a value stands twice")
        return self


class Date(_Named):
    """yyww: year and week; yymm, yymmdd, yyyymmdd: as they say."""

    kind: Literal["date"]
    form: Literal["yyww", "yymm", "yymmdd", "yyyymmdd"]


class Respin(_Named):
    """A small letter behind a release that was built again: none, a, b, …"""

    kind: Literal["respin"]


Part = Annotated[Fixed | Letters | Number | OneOfList | Date | Respin, Field(discriminator="kind")]


class Form(Document):
    """One way in which the maker writes these fields."""

    id: Id
    what: Literal["build", "file"]
    parts: Annotated[tuple[Part, ...], Field(min_length=1, max_length=30)]

    @model_validator(mode="after")
    def _fields_once(self) -> "Form":
        names = [p.field for p in self.parts if not isinstance(p, Fixed)]
        if len(set(names)) != len(names):
            raise ValueError(f"form {self.id}: a field stands twice")
        if not names:
            raise ValueError(f"form {self.id}: no field in it")
        return self


class NamingScheme(Document):
    """newer_by: fields that say which is newer, the weightiest first; same: fields that must be
    equal for two builds to be compared at all.
    """

    id: Id
    name: ShortText
    forms: Annotated[tuple[Form, ...], Field(min_length=1, max_length=8)]
    newer_by: Annotated[tuple[Id, ...], Field(max_length=10)] = ()
    same: Annotated[tuple[Id, ...], Field(max_length=10)] = ()

    @model_validator(mode="after")
    def _names_fit(self) -> "NamingScheme":
        ids = [f.id for f in self.forms]
        if len(set(ids)) != len(ids):
            raise ValueError("a form id is used twice")
        build = next((f for f in self.forms if f.what == "build"), None)
        if build is None:
            raise ValueError("a scheme has a form for builds")
        fields = {p.field for p in build.parts if not isinstance(p, Fixed)}
        for what, names in (("newer_by", self.newer_by), ("same", self.same)):
            missing = [n for n in names if n not in fields]
            if missing:
                raise ValueError(f"{what}: the form for builds has no field {missing[0]!r}")
        return self
