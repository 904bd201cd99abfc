"""What belongs to a file beside its bytes: other digests, its name, its ways, its origin."""

import re
from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import EXACT, Document, FileName, Id, ShortText
from anleitung.core.documents.gaps import fits_gaps

Sha512 = Annotated[str, Field(pattern=r"^[0-9a-f]{128}$")]
Blake2b = Annotated[str, Field(pattern=r"^[0-9a-f]{128}$")]
Blake3 = Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]
Sha1 = Annotated[str, Field(pattern=r"^[0-9a-f]{40}$")]
Md5 = Annotated[str, Field(pattern=r"^[0-9a-f]{32}$")]
WEAK = frozenset({"sha1", "md5"})  # a second file with the same digest can be made on purpose

Way = Literal["copied", "pushed", "card", "stick", "sideload"]


class Digests(Document):
    """Digests beside SHA-256. sha1 and md5 are weak: they find a broken copy, no forged one."""

    sha512: Sha512 | None = Field(default=None, title="SHA-512")
    blake3: Blake3 | None = Field(default=None, title="BLAKE3")
    blake2b: Blake2b | None = Field(default=None, title="BLAKE2b (512 bits)")
    sha1: Sha1 | None = Field(default=None, title="SHA-1 (weak)")
    md5: Md5 | None = Field(default=None, title="MD5 (weak)")

    @property
    def given(self) -> dict[str, str]:
        return {name: value for name, value in self.model_dump().items() if value}


class Naming(Document):
    """keep: exactly as it is; fixed: renamed to one name; free: any name."""

    rule: Literal["keep", "fixed", "free"] = "keep"
    fixed: FileName | None = Field(default=None, title="Renamed to")
    because: ShortText | None = Field(default=None, title="Why")

    @model_validator(mode="after")
    def _says_the_name(self) -> "Naming":
        if (self.rule == "fixed") != (self.fixed is not None):
            raise ValueError("a fixed name belongs to the rule fixed, and to no other")
        if self.rule == "fixed" and self.because is None:
            raise ValueError("say why the file is renamed: a reader who does not know leaves it")
        return self


class ForbiddenWay(Document):
    way: Way
    because: ShortText = Field(title="Why not")


_PATTERN_SIGNS = re.compile(r"[A-Za-z0-9._+ -]|\*")


class Derived(Document):
    """Made by the reader from another file, so that no digest can be known before.

    pattern: the name of what comes out, with * for what differs from phone to phone.
    """

    source: Id = Field(title="Made from", description="id of the package")
    made: Literal["patched", "unpacked", "renamed", "other"]
    place: Literal["phone", "host"] = Field(title="Made on the")
    by: ShortText = Field(title="How")
    pattern: Annotated[str, EXACT, Field(min_length=1, max_length=150)] = Field(
        title="Name pattern"
    )

    @model_validator(mode="after")
    def _pattern_is_plain(self) -> "Derived":
        if not all(_PATTERN_SIGNS.fullmatch(sign) for sign in self.pattern):
            raise ValueError("the pattern is a plain file name with at most three *")
        if self.pattern.count("*") > 3:
            raise ValueError("the pattern has more than three *")
        return self

    def names(self, name: str) -> bool:
        """Does a file name fit the pattern?"""
        return len(name) <= 150 and fits_gaps(self.pattern, name, never="/")


Version = Annotated[str, Field(pattern=r"^[0-9]{1,6}(\.[0-9]{1,6}){0,5}$")]
Versions = Annotated[tuple[Version, ...], Field(max_length=20)]


class VersionRule(Document):
    """Which versions of a program may be used. exact: only these; least, most: a range, both

    included; never: known to be bad within it. Versions are numbers with dots; 4.2 is 4.2.0.
    """

    exact: Versions = Field(default=(), title="Exactly one of")
    least: Version | None = Field(default=None, title="At least")
    most: Version | None = Field(default=None, title="At most")
    never: Versions = Field(default=(), title="Not these")
    because: ShortText | None = Field(default=None, title="Why")

    @model_validator(mode="after")
    def _allows_something(self) -> "VersionRule":
        if self.exact and (self.least or self.most):
            raise ValueError("exact versions and a range exclude each other")
        if self.least and self.most and _parts(self.least) > _parts(self.most):
            raise ValueError("least is newer than most")
        if self.exact and all(_among(each, self.never) for each in self.exact):
            raise ValueError("every exact version is among those that may not be used")
        if not (self.exact or self.least or self.most or self.never):
            raise ValueError("say which versions: exact, least, most or never")
        return self

    def allows(self, version: str) -> bool:
        """version: numbers with dots."""
        parts = _parts(version)
        if _among(version, self.never) or (self.exact and not _among(version, self.exact)):
            return False
        return not (
            (self.least is not None and parts < _parts(self.least))
            or (self.most is not None and parts > _parts(self.most))
        )


def _parts(version: str) -> tuple[int, ...]:
    found = [int(part) for part in version.split(".")]
    while found and found[-1] == 0:
        found.pop()
    return tuple(found)


def _among(version: str, others: tuple[str, ...]) -> bool:
    return _parts(version) in map(_parts, others)


def not_older(version: str, least: str) -> bool:
    """Both numbers with dots; 4.2 is 4.2.0."""
    return _parts(version) >= _parts(least)
