"""The codename: one family of phones that share files and guides."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import BuildString, Document, Id, ShortText, Token, Typed
from anleitung.core.documents.chord import Chord, Key, ModeScreen
from anleitung.core.documents.layout import Layout
from anleitung.core.documents.own_fact import FactSight, OwnFacts
from anleitung.core.documents.question import Question
from anleitung.core.documents.unlocking import Carrier, Unlocking


class Variant(Document):
    """market_names: those under which only this variant is sold; empty: under all of them."""

    id: Token
    told_apart_by: ShortText = Field(title="How to tell")
    differs: ShortText | None = Field(default=None, title="What differs about it")
    market_names: Annotated[tuple[ShortText, ...], Field(max_length=40)] = Field(
        default=(), title="Sold only as"
    )
    processor: ShortText | None = Field(default=None, title="Processor family")


class RegionName(Document):
    id: Token
    name: ShortText


class OtherSystem(Document):
    """A system beside stock that a phone may run when a guide begins.

    platforms: the platform versions of its releases, oldest first. releases: their names, where a
    guide must know which one is installed.
    """

    id: Id
    name: ShortText
    platforms: Annotated[
        tuple[Annotated[int, Field(ge=1, le=999)], ...], Field(min_length=1, max_length=20)
    ]
    releases: Annotated[tuple[BuildString, ...], Field(max_length=40)] = ()
    recovery: Id | None = Field(default=None, title="Recovery that comes with it")
    facts: OwnFacts = ()


class Hardware(Document):
    """storage_gb: the sizes it is sold with; battery_mah: milliampere-hours."""

    storage_gb: Annotated[tuple[Annotated[int, Field(ge=1, le=8192)], ...], Field(max_length=8)] = (
        Field(default=(), title="Storage in GB")
    )
    card_slot: bool = Field(default=False, title="Has a card slot")
    card_in: Typed | None = Field(
        default=None,
        title="A card is in where",
        description="a condition over a declared fact, as own.card is there",
    )
    battery_mah: Annotated[int, Field(ge=100, le=50_000)] | None = Field(
        default=None, title="Battery in mAh"
    )
    fuse_trips: Literal["unlock", "foreign-start"] | None = Field(
        default=None,
        title="A fuse trips for good at",
        description="unlock: unlocking; foreign-start: the first start of what the maker did "
        "not sign",
    )
    battery_removable: bool = Field(default=False, title="Battery can be taken out by hand")


class StockHabits(Document):
    """What the maker's own system does without being asked."""

    restores_recovery: bool = Field(
        default=False, title="Restores its own recovery at the first start"
    )
    resets_switches: bool = Field(default=False, title="Resets the developer switches after a wipe")
    raises_rollback_index: bool = Field(
        default=False, title="Raises the rollback index after an update"
    )
    updates_itself: bool = Field(default=False, title="Updates itself")
    encrypts_data: bool = Field(default=False, title="Encrypts the user data")


class Device(Document):
    """A codename document."""

    codename: Id
    maker: ShortText
    market_names: Annotated[tuple[ShortText, ...], Field(min_length=1, max_length=40)]
    variants: Annotated[tuple[Variant, ...], Field(min_length=1, max_length=40)]
    usual_variant: Token
    regions: Annotated[tuple[Token, ...], Field(min_length=1, max_length=60)]
    region_names: Annotated[tuple[RegionName, ...], Field(max_length=60)] = ()
    carriers: Annotated[tuple[Carrier, ...], Field(min_length=1, max_length=60)]
    usual_build: BuildString
    where_the_build_is_shown: ShortText
    scheme: Id | None = Field(default=None, description="Naming scheme of its builds")
    build_names: Annotated[tuple[Token, ...], Field(max_length=20)] = Field(
        default=(), description="How its builds name the device"
    )
    layout: Layout
    unlocking: Unlocking = Unlocking()
    hardware: Hardware = Hardware()
    stock: StockHabits = Field(default=StockHabits(), title="What the stock system does by itself")
    keys: Annotated[tuple[Key, ...], Field(max_length=12)] = ()
    modes: Annotated[tuple[ModeScreen, ...], Field(max_length=12)] = ()
    chords: Annotated[tuple[Chord, ...], Field(max_length=30)] = ()
    other_systems: Annotated[tuple[OtherSystem, ...], Field(max_length=20)] = ()
    questions: Annotated[tuple[Question, ...], Field(max_length=20)] = Field(
        default=(), title="What the phone asks"
    )

    facts: OwnFacts = ()
    sights: Annotated[tuple[FactSight, ...], Field(max_length=40)] = Field(
        default=(), title="Where facts are seen"
    )

    @model_validator(mode="after")
    def _usual_phone_exists(self) -> "Device":
        ids = [v.id for v in self.variants]
        if self.usual_variant not in ids:
            raise ValueError(f"usual_variant is {self.usual_variant}; variants are {ids}")
        for what, names in (
            ("variant", ids),
            ("region", list(self.regions)),
            ("region name", [r.id for r in self.region_names]),
            ("carrier", [c.id for c in self.carriers]),
            ("system", ["stock", *(s.id for s in self.other_systems)]),
            ("market name", list(self.market_names)),
            ("key", [k.id for k in self.keys]),
            ("mode", [str(m.mode) for m in self.modes]),
            ("chord", [c.id for c in self.chords]),
            ("question", [q.id for q in self.questions]),
            ("question after", [str(q.after) for q in self.questions]),
            ("sight of", [s.fact for s in self.sights]),
        ):
            twice = sorted({n for n in names if names.count(n) > 1})
            if twice:
                raise ValueError(f"{what} {twice[0]} is listed twice")
        return self

    @model_validator(mode="after")
    def _names_fit(self) -> "Device":
        for what, named, known in (
            ("market name", [n for v in self.variants for n in v.market_names], self.market_names),
            ("region", [r.id for r in self.region_names], self.regions),
            (
                "carrier",
                [c.carrier for c in self.unlocking.missing_because if c.carrier],
                [c.id for c in self.carriers],
            ),
            (
                "key",
                [k for c in self.chords for m in c.moments for k in m.touched],
                [k.id for k in self.keys],
            ),
            (
                "mode",
                [mode for c in self.chords for mode in (c.begins, c.reaches)],
                [*(m.mode for m in self.modes), "system", "off"],
            ),
        ):
            unknown = [n for n in named if n not in known]
            if unknown:
                raise ValueError(f"the codename has no {what} {unknown[0]}")
        return self

    def asks_after(self, after: str) -> bool:
        return any(q.after == after for q in self.questions)

    def question(self, wanted: str) -> Question | None:
        return next((q for q in self.questions if q.id == wanted), None)

    def region_name(self, region: str) -> str:
        return next((f"{r.id} ({r.name})" for r in self.region_names if r.id == region), region)
