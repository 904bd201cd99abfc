"""Packages: the files that a guide needs."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.conditions.model import Condition, all_of, one_of
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
from anleitung.core.documents.file_rules import (
    Derived,
    Digests,
    ForbiddenWay,
    Naming,
    Version,
    VersionRule,
    Way,
)
from anleitung.core.documents.own_fact import OwnFacts

PackageRole = Literal[
    "system",
    "firmware",
    "add-on",
    "recovery",
    "ramdisk",
    "verity",
    "root",
    "encryption-release",
    "app",
    "script",
    "kernel",
    "host-tool",
    "driver",
    "layout-file",
    "key",
    "other",
]


class Need(Document):
    """What must be so of what stands beside it, at each start: "ramdisk.build is 12.4"."""

    that: Typed
    because: ShortText


class Content(Document):
    """What stands in a partition after this package was written there.

    family: which system, recovery or firmware ("stock" for the maker's own); build: its release;
    platform: the platform version a system brings; signer: whom a locked bootloader trusts (own:
    the key that the phone's owner can enrol);
    recovery: the recovery that this image makes the phone enter. on_data: its installer puts a
    part of it on the user data, so that data made anew afterwards takes it away. data_by: it
    starts only on user data made anew by one of these recoveries. root: the root that runs with
    it. forces_encryption: its system encrypts the user data at the first start.
    shares_kernel: beside another system it has no kernel of its own, and needs the one that was
    there when it went in.
    """

    family: Id
    build: BuildString
    platform: Annotated[int, Field(ge=1, le=999)] | None = None
    signer: Literal["maker", "other", "own"] = "other"
    key: Id | None = Field(
        default=None, title="Signed with the key", description="for own: id of the key's package"
    )
    recovery: Id | None = None
    on_data: bool = Field(default=False, title="Keeps a part of itself on the user data")
    data_by: Annotated[tuple[Id, ...], Field(max_length=10)] = Field(
        default=(), title="Wants user data made anew by"
    )
    root: Id | None = Field(default=None, title="Root program that runs with it")
    forces_encryption: bool = Field(default=False, title="Encrypts the user data")
    needs: Annotated[tuple[Need, ...], Field(max_length=20)] | None = Field(
        default=None,
        title="Goes with",
        description="in place of: all parts from one system and one release",
    )
    shares_kernel: bool = Field(
        default=False, title="As a second system it runs on the kernel of the first"
    )


class FileIdentity(Document):
    """Which file it is: its name, its bytes, its version, and where it comes from."""

    id: Id
    name: FileName
    role: PackageRole
    size: Annotated[int, Field(ge=1, le=64 * 2**30, description="bytes")]
    sha256: Sha256 | None = Field(default=None, title="SHA-256")
    also: Digests = Field(default=Digests(), title="Other digests")
    version: Version | None = Field(
        default=None, title="Version", description="of the program in it, numbers with dots"
    )
    versions: VersionRule | None = Field(
        default=None,
        title="Versions allowed",
        description="of this host tool or driver, where a reader has another one already",
    )
    sources: Annotated[tuple[ShortText, ...], Field(max_length=10)] = ()
    derived: Derived | None = Field(default=None, title="Made from another file")
    licence: ShortText | None = Field(default=None, title="Licence or terms")
    facts: OwnFacts = ()


class FileHandling(Document):
    """How a reader treats it on the way to the phone."""

    naming: Naming = Naming()
    unpack: Literal["never", "before", "free"] = Field(
        default="free", title="Unpacked", description="never: as it is; before: before it is used"
    )
    unpacked_size: Annotated[int, Field(ge=1, le=64 * 2**30)] | None = Field(
        default=None, title="Unpacked size in bytes", description="where it is unpacked on the host"
    )
    ways: Annotated[tuple[Way, ...], Field(max_length=5)] = Field(
        default=(), title="May reach the phone", description="copied, pushed, card, stick, sideload"
    )
    forbidden: Annotated[tuple[ForbiddenWay, ...], Field(max_length=5)] = Field(
        default=(), title="Must not reach it by"
    )


class MadeFor(Document):
    """The phones that it is made for, and what it asks of them before it writes."""

    codenames: Annotated[tuple[Id, ...], Field(max_length=8)] = Field(
        default=(),
        title="Only for the codenames",
        description="in a guide for several; empty: for each of them",
    )
    variants: Annotated[tuple[Token, ...], Field(max_length=40)] = Field(
        default=(), description="Made for these variants; empty: for all"
    )
    regions: Annotated[tuple[Token, ...], Field(max_length=60)] = Field(
        default=(), description="Made for these regions; empty: for all"
    )
    platforms: Annotated[tuple[Annotated[int, Field(ge=1, le=999)], ...], Field(max_length=20)] = (
        Field(default=(), title="Wants one of the platforms")
    )
    slots: Literal["dual", "single"] | None = Field(
        default=None, title="Made for phones with slots", description="dual or single; else both"
    )
    processors: Annotated[tuple[ShortText, ...], Field(max_length=10)] = Field(
        default=(), title="For processor families"
    )
    exact_base: BuildString | None = Field(default=None, title="Wants exactly the base")
    demands: Typed | None = Field(
        default=None, description="What its installer checks before it writes anything"
    )


class Writing(Document):
    """What it writes, and what then stands there. An image that is flashed by itself names no

    partitions, since the step says where it goes.
    """

    writes: Annotated[tuple[Id, ...], Field(max_length=60)] = ()
    writes_to: Literal["running", "other", "both"] = "running"
    content: Content | None = None
    switches_slot: bool = Field(default=False, description="Makes the other slot the running one")
    takes_data: bool = Field(default=False, title="Its writing takes the user data")
    least_partition: Annotated[int, Field(ge=1, le=64 * 2**30)] | None = Field(
        default=None, title="Least size of the partition, in bytes"
    )
    least_base: BuildString | None = Field(
        default=None, description="Oldest firmware base on which what it writes starts"
    )


class Installing(Document):
    """How a recovery installs it."""

    installed_by: Annotated[tuple[Id, ...], Field(max_length=40)] = Field(
        default=(), description="Recoveries that accept it"
    )
    refused_by: Annotated[tuple[Id, ...], Field(max_length=40)] = Field(
        default=(), title="Recoveries that refuse it"
    )
    least_recovery: Version | None = Field(
        default=None, title="Least version of the recovery that installs it"
    )
    needs_mounted: Annotated[tuple[Id, ...], Field(max_length=10)] = Field(
        default=(), title="Partitions that must be mounted"
    )
    before_first_start: bool = Field(
        default=False, title="Goes in before the first start of the system"
    )


class Package(Installing, Writing, MadeFor, FileHandling, FileIdentity):
    """One file of a set. Its fields come in the order of its parts, from the last base on."""

    @model_validator(mode="after")
    def _writes_something(self) -> "Package":
        if self.writes and self.content is None:
            raise ValueError("a package that writes partitions says what stands there (content)")
        if self.versions is not None and self.role not in ("host-tool", "driver"):
            raise ValueError("versions allowed belong to a host tool or a driver")
        if self.version and self.versions and not self.versions.allows(self.version):
            raise ValueError(f"version {self.version} is none of the versions allowed")
        if self.derived is not None and (self.sha256 or self.sources):
            raise ValueError("a derived file has no digest and no source of its own, only a chain")
        both = sorted({f.way for f in self.forbidden} & set(self.ways))
        if both:
            raise ValueError(f"{both[0]} is allowed and forbidden at once")
        clash = sorted(set(self.installed_by) & set(self.refused_by))
        if clash:
            raise ValueError(f"{clash[0]} accepts and refuses it at once")
        if self.switches_slot and self.writes_to == "running":
            raise ValueError("switches_slot needs writes_to: other or both")
        return self

    @property
    def asks(self) -> Condition | None:
        """All that its installer checks of the phone before it writes anything, in one."""
        parts = [self.demands.condition] if self.demands else []
        if self.regions:
            parts.append(one_of("region", list(self.regions)))
        if self.platforms:
            parts.append(one_of("platform", [str(p) for p in self.platforms]))
        if self.exact_base:
            parts.append(one_of("base", [self.exact_base]))
        return all_of(parts) if parts else None
