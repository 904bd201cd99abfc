"""What the API answers with about file sets."""

from datetime import datetime
from typing import Annotated, Any

from ninja import Schema
from pydantic import Field

Text = Annotated[str, Field(max_length=300)]


class DigestOut(Schema):
    """weak: another file with the same digest can be made on purpose."""

    algorithm: str
    digest: str
    weak: bool


class FileLineOut(Schema):
    """One package of a set, in the order of use. used_at: numbers of the steps."""

    id: str
    name: str
    role: str
    size: int
    size_words: str
    digests: list[DigestOut]
    writes: list[str]
    demands: list[str]
    name_rule: str
    ways: str
    sources: list[str]
    licence: str
    derived: str
    used_at: list[int]


class RoomOut(Schema):
    download: str
    host: str
    internal: str
    inner: str
    download_time: str
    copy_time: str
    write_time: str
    warnings: list[str]


class MatterOut(Schema):
    kind: str
    tone: str
    says: str
    sets: list[str]


class FileSetOut(Schema):
    """algorithms: what must be computed to hold files against this set."""

    title: str
    state: str
    slug: str
    short: str
    fingerprint: str
    files: list[FileLineOut]
    algorithms: list[str]
    room: RoomOut


class SetLineOut(Schema):
    slug: str
    short: str
    title: str
    state: str
    files: int


class FilesPageOut(Schema):
    """Every set of a codename, and what the cross-checks over all guides say of them."""

    sets: list[SetLineOut]
    matters: list[MatterOut]


class FoundIn(Schema):
    """A file at hand, as the browser digested it. Its bytes stay where they are."""

    name: Text
    size: Annotated[int, Field(ge=0)]
    digests: dict[str, Annotated[str, Field(max_length=128)]]
    is_page: bool = False
    inside: Text = ""
    broken: Text = ""


class MatchIn(Schema):
    found: Annotated[list[FoundIn], Field(max_length=500)]


class MatchedOut(Schema):
    verdict: str
    name: str
    package: str
    says: str
    inside: str


class ListIn(Schema):
    text: str


class ListLineOut(Schema):
    """verdict: agrees, differs, not-in-set, not-listed, or unreadable."""

    verdict: str
    name: str
    says: str


class NewFileIn(Schema):
    name: Text
    role: str
    size: Annotated[int, Field(ge=0)]
    digests: dict[str, str]


class AddFilesIn(Schema):
    seen: str
    files: Annotated[list[NewFileIn], Field(max_length=100)]


class SignedOut(Schema):
    """A signed list. verdict: good, bad, key-not-known, key-expired, key-revoked.

    says: what was verified; but: what was not; agreement: the list against this set.
    """

    id: int
    name: str
    verdict: str
    says: str
    but: str
    agreement: str
    issuer: str
    added_at: datetime
    added_by: str


class KeepListIn(Schema):
    """text: the list exactly as it was signed. signature: armored, or binary in base64."""

    name: Annotated[str, Field(max_length=150)] = ""
    text: Annotated[str, Field(max_length=2_000_000)]
    signature: Annotated[str, Field(max_length=20_000)]


class KeepKeyIn(Schema):
    certificate: Annotated[str, Field(max_length=200_000)]
    says: Text


class KeptKeyOut(Schema):
    fingerprint: str
    says: str


class FileBodyOut(Schema):
    """One package of a draft as plain values. seen: the fingerprint of the draft."""

    seen: str
    body: dict[str, Any]


class FileBodyIn(Schema):
    """replaces: the id of the package that is written anew, "" for a new one."""

    seen: str
    replaces: Annotated[str, Field(max_length=60)] = ""
    body: dict[str, Any]
