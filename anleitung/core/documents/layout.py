"""The layout of a phone: its partitions, who needs them and what is checked at start."""

from functools import cached_property
from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import Document, Id

Role = Literal["boot", "ramdisk", "recovery", "system", "extra", "firmware", "unique", "other"]


Bytes = Annotated[int, Field(ge=1, le=2**40)]


class Partition(Document):
    """role: boot (kernel image), ramdisk (first ramdisk), recovery, system (the system itself),
    extra (belongs to a system), firmware (counts as firmware base), unique (one phone only), other.
    """

    name: Id
    role: Role
    starts_checked: bool = Field(default=True, title="Checked at start while locked")
    inner: bool = Field(default=False, title="In the container of resizable partitions")
    once: bool = Field(default=False, title="Stands once, not in each slot")
    size: Bytes | None = Field(default=None, title="Size in bytes")
    settles: bool = Field(
        default=False,
        title="Settles by a restart",
        description="after it was written, the bootloader is restarted before anything else",
    )

    @property
    def is_drawn_once(self) -> bool:
        """What is unique to one phone exists once, whatever slots there are."""
        return self.once or self.role == "unique"


class Layout(Document):
    """The partitions of the phone. own_keys: a locked phone also starts what is signed with a key

    that its owner enrolled; else only what the maker signed.
    """

    slots: Literal["dual", "single"] = "dual"
    container: Id | None = Field(
        default=None, title="Container", description="Partition that holds the resizable ones"
    )
    system_slots: Annotated[int, Field(ge=0, le=8)] = Field(
        default=0, title="Further systems that can stand beside the stock one"
    )
    container_size: Bytes | None = Field(default=None, title="Size of the container in bytes")
    own_keys: bool = Field(default=False, title="Starts what the owner's own key signed")
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
        for role in ("ramdisk", "recovery"):
            if sum(p.role == role for p in self.partitions) > 1:
                raise ValueError(f"at most one partition has the role {role}")
        if not any(p.role == "firmware" for p in self.partitions):
            raise ValueError("at least one partition has the role firmware")
        inner = [p.name for p in self.partitions if p.inner]
        if inner and self.container is None:
            raise ValueError(f"{inner[0]} is an inner partition: say in which container")
        if self.container in names:
            raise ValueError(f"{self.container} is a partition and the container; give one name up")
        if self.container_size is not None and self.container is None:
            raise ValueError("a size of the container belongs to a container")
        once = [p.name for p in self.partitions if p.once]
        if once and self.slots == "single":
            raise ValueError(f"{once[0]}: on a phone with one slot everything stands once")
        return self

    def named(self, name: str) -> Partition | None:
        return self._by_name.get(name)

    @cached_property
    def _by_name(self) -> dict[str, Partition]:
        return {p.name: p for p in self.partitions}

    def with_role(self, *roles: Role) -> tuple[Partition, ...]:
        return tuple(p for p in self.partitions if p.role in roles)

    @property
    def first_ramdisk(self) -> Partition:
        """The partition whose image holds the first ramdisk."""
        return (self.with_role("ramdisk") or self.with_role("boot"))[0]
