"""Packages: the files that a guide needs."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import (
    BuildString,
    Document,
    FileName,
    Id,
    Sha256,
    ShortText,
    Token,
    Typed,
)

PackageRole = Literal[
    "system", "firmware", "add-on", "recovery", "ramdisk", "verity", "root", "kernel", "other"
]


class Content(Document):
    """What stands in a partition after this package was written there.

    family: which system, recovery or firmware ("stock" for the maker's own); build: its release;
    platform: the platform version a system brings; signer: whom a locked bootloader trusts;
    recovery: the recovery that this image makes the phone enter.
    """

    family: Id
    build: BuildString
    platform: Annotated[int, Field(ge=1, le=999)] | None = None
    signer: Literal["maker", "other"] = "other"
    recovery: Id | None = None


class Package(Document):
    """One file. writes: partitions that an installation writes; an image flashed by itself
    names none, since the step says where it goes.
    """

    id: Id
    name: FileName
    role: PackageRole
    size: Annotated[int, Field(ge=1, le=64 * 2**30, description="bytes")]
    sha256: Sha256 | None = None
    sources: Annotated[tuple[ShortText, ...], Field(max_length=10)] = ()
    variants: Annotated[tuple[Token, ...], Field(max_length=40)] = Field(
        default=(), description="Made for these variants; empty: for all"
    )
    content: Content | None = None
    writes: Annotated[tuple[Id, ...], Field(max_length=60)] = ()
    writes_to: Literal["running", "other", "both"] = "running"
    switches_slot: bool = Field(default=False, description="Makes the other slot the running one")
    least_base: BuildString | None = Field(
        default=None, description="Oldest firmware base on which what it writes starts"
    )
    demands: Typed | None = Field(
        default=None, description="What its installer checks before it writes anything"
    )
    installed_by: Annotated[tuple[Id, ...], Field(max_length=40)] = Field(
        default=(), description="Recoveries that accept it"
    )

    @model_validator(mode="after")
    def _writes_something(self) -> "Package":
        if self.writes and self.content is None:
            raise ValueError("a package that writes partitions says what stands there (content)")
        if self.switches_slot and self.writes_to == "running":
            raise ValueError("switches_slot needs writes_to: other or both")
        return self
