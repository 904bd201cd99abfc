"""Builds: vendor firmware releases, and the packages in which the maker ships them."""

from datetime import date
from typing import Annotated, Literal

from pydantic import AfterValidator, Field, model_validator

from anleitung.core.documents.base import BuildString, Document, FileName, Id, ShortText, Token

MAX_BUILDS = 2_000
MAX_PACKAGE_BYTES = 64 * 2**30


def a_day_there_is(value: str) -> str:
    """value: year and month, or a day, in the right shape. Raises ValueError for 30 February."""
    year, month, *day = map(int, value.split("-"))
    try:
        date(year, month, *day or [1])
    except ValueError:
        raise ValueError(f"{value} is no day that there is") from None
    return value


class Shipment(Document):
    """One package of the maker. full: from any build; incremental: from exactly one; range: from

    one build to another, both included; emergency: through the emergency mode, from any build.
    """

    kind: Literal["full", "incremental", "range", "emergency"]
    name: FileName
    size: Annotated[int, Field(ge=1, le=MAX_PACKAGE_BYTES, title="Size in bytes")]
    from_build: BuildString | None = Field(
        default=None, title="From exactly", description="for incremental"
    )
    from_least: BuildString | None = Field(
        default=None, title="From the oldest", description="for range"
    )
    from_most: BuildString | None = Field(
        default=None, title="to the newest", description="for range"
    )
    from_regions: Annotated[tuple[Token, ...], Field(max_length=20)] = Field(
        default=(), title="Also on phones of the regions"
    )

    @model_validator(mode="after")
    def _says_from_where(self) -> "Shipment":
        wanted = {"incremental": ("from_build",), "range": ("from_least", "from_most")}
        fields = wanted.get(self.kind, ())
        for field in ("from_build", "from_least", "from_most"):
            given = getattr(self, field) is not None
            if field in fields and not given:
                raise ValueError(f"a package of the kind {self.kind} needs {field}")
            if given and field not in fields:
                raise ValueError(f"{field} does not belong to a package of the kind {self.kind}")
        return self


class Build(Document):
    """One vendor firmware release.

    line and order say which of two builds is newer: within one line the larger order; builds of
    different lines cannot be compared. Without an order the naming scheme of the codename says it.
    edition: the carrier whose edition this is; None for the open market. released: a day.
    """

    build: BuildString
    platform: Annotated[int, Field(ge=1, le=999)]
    release: Token
    region: Token
    rollback_index: Annotated[int, Field(ge=0, le=9999)]
    patch_level: (
        Annotated[
            str,
            AfterValidator(a_day_there_is),
            Field(pattern=r"^[0-9]{4}-(0[1-9]|1[0-2])(-(0[1-9]|[12][0-9]|3[01]))?$"),
        ]
        | None
    ) = None
    line: Id = "main"
    order: Annotated[int, Field(ge=0, le=1_000_000)] | None = None
    withdrawn: bool = False
    released: (
        Annotated[
            str,
            AfterValidator(a_day_there_is),
            Field(pattern=r"^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$"),
        ]
        | None
    ) = None
    edition: Token | None = Field(default=None, title="Edition of the carrier")
    shipped: Annotated[tuple[Shipment, ...], Field(max_length=20)] = ()
    notes: ShortText | None = None
    known_bugs: Annotated[tuple[ShortText, ...], Field(max_length=20)] = ()

    @property
    def place(self) -> tuple[str, int]:
        """Its line and its order in it, once it was placed."""
        return self.line, self.order or 0


class BuildList(Document):
    """The builds file of a bundle."""

    builds: Annotated[tuple[Build, ...], Field(min_length=1, max_length=MAX_BUILDS)]

    @model_validator(mode="after")
    def _each_once(self) -> "BuildList":
        names = [b.build for b in self.builds]
        if len(set(names)) != len(names):
            twice = next(n for n in names if names.count(n) > 1)
            raise ValueError(f"build {twice} is listed twice")
        if len({b.order is None for b in self.builds}) > 1:
            missing = next(b.build for b in self.builds if b.order is None)
            raise ValueError(f"some builds have an order and {missing} has none; give all or none")
        return self
