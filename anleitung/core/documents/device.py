"""The codename: one family of phones that share files and guides."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import Document, Id, ShortText, Token

Role = Literal["boot", "ramdisk", "system", "extra", "firmware", "unique", "other"]


class Partition(Document):
    """role: boot (kernel image), ramdisk (first ramdisk), system (the system itself), extra
    (belongs to a system), firmware (counts as firmware base), unique (one phone only), other.
    """

    name: Id
    role: Role
    starts_checked: bool = Field(default=True, description="Checked at start while locked")


class Layout(Document):
    """The partitions, each standing once per slot. This version models phones with two slots."""

    slots: Literal["dual"] = "dual"
    recovery_partition: Literal[False] = False
    partitions: Annotated[tuple[Partition, ...], Field(min_length=1, max_length=60)]

    @model_validator(mode="after")
    def _has_what_a_start_needs(self) -> "Layout":
        names = [p.name for p in self.partitions]
        twice = sorted({n for n in names if names.count(n) > 1})
        if twice:
            raise ValueError(f"partition {twice[0]} is listed twice")
        for role in ("system", "boot"):
            if sum(p.role == role for p in self.partitions) != 1:
                raise ValueError(f"exactly one partition has the role {role}")
        if not any(p.role == "firmware" for p in self.partitions):
            raise ValueError("at least one partition has the role firmware")
        return self

    def named(self, name: str) -> Partition | None:
        return next((p for p in self.partitions if p.name == name), None)

    def with_role(self, *roles: Role) -> tuple[Partition, ...]:
        return tuple(p for p in self.partitions if p.role in roles)


class Variant(Document):
    id: Token
    told_apart_by: ShortText = Field(description="What a reader looks at to find out")


class Carrier(Document):
    """unlocking: whether phones sold by this carrier may be unlocked, and after a wait or not."""

    id: Token
    name: ShortText
    unlocking: Literal["permitted", "after-wait", "never"]
    wait_days: Annotated[int, Field(ge=0, le=400)] = 0


class Unlocking(Document):
    """What the unlock command does beside unlocking. wipes always includes the user data."""

    wipes: Literal[True] = True
    then: Literal["bootloader", "system"] = "system"


class OtherSystem(Document):
    """A system beside stock that a phone may run when a guide begins.

    platforms: the platform versions of its releases, oldest first.
    """

    id: Id
    name: ShortText
    platforms: Annotated[
        tuple[Annotated[int, Field(ge=1, le=999)], ...], Field(min_length=1, max_length=20)
    ]


class Device(Document):
    """A codename document."""

    codename: Id
    maker: ShortText
    market_names: Annotated[tuple[ShortText, ...], Field(min_length=1, max_length=40)]
    variants: Annotated[tuple[Variant, ...], Field(min_length=1, max_length=40)]
    usual_variant: Token
    regions: Annotated[tuple[Token, ...], Field(min_length=1, max_length=60)]
    carriers: Annotated[tuple[Carrier, ...], Field(min_length=1, max_length=60)]
    usual_build: Token
    where_the_build_is_shown: ShortText
    scheme: Id | None = Field(default=None, description="Naming scheme of its builds")
    build_names: Annotated[tuple[Token, ...], Field(max_length=20)] = Field(
        default=(), description="How its builds name the device"
    )
    layout: Layout
    unlocking: Unlocking = Unlocking()
    other_systems: Annotated[tuple[OtherSystem, ...], Field(max_length=20)] = ()

    @model_validator(mode="after")
    def _usual_phone_exists(self) -> "Device":
        ids = [v.id for v in self.variants]
        if self.usual_variant not in ids:
            raise ValueError(f"usual_variant is {self.usual_variant}; variants are {ids}")
        for what, names in (
            ("variant", ids),
            ("region", list(self.regions)),
            ("carrier", [c.id for c in self.carriers]),
            ("system", ["stock", *(s.id for s in self.other_systems)]),
        ):
            twice = sorted({n for n in names if names.count(n) > 1})
            if twice:
                raise ValueError(f"{what} {twice[0]} is listed twice")
        return self
