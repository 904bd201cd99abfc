"""A record whose entries are chained by digest: a removed or changed entry is found.

The digest of an entry is SHA-256 over the digest before it and its canonical JSON (RFC 8785). The
last digest, written down elsewhere, proves that nothing was cut off at the end either.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from hashlib import sha256
from typing import Any

from anleitung.core.documents.base import canonical_bytes
from anleitung.core.marked import gettext as _

FIRST = "0" * 64


@dataclass(frozen=True, slots=True)
class Link:
    """One entry as it is kept. body: canonical JSON; before, digest: 64 hex digits."""

    number: int
    body: str
    before: str
    digest: str


def body_of(*, at: str, who: str, did: str, about: str, told: Mapping[str, Any]) -> str:
    """at: ISO 8601, UTC; who: a mark, never a name; did: a word of the vocabulary; about: what."""
    return canonical_bytes(
        {"at": at, "who": who, "did": did, "about": about, "told": dict(told)}
    ).decode()


def digest_of(before: str, number: int, body: str) -> str:
    return sha256(f"{before}\n{number}\n{body}".encode()).hexdigest()


def next_link(last: Link | None, body: str) -> Link:
    number, before = (last.number + 1, last.digest) if last else (1, FIRST)
    return Link(number, body, before, digest_of(before, number, body))


def first_fault(links: Iterable[Link], head: str = "") -> str:
    """What is wrong with the record first, "" for nothing. head: the last digest as it was written

    down elsewhere, "" where it was not.
    """
    number, before, seen = 0, FIRST, not head
    for link in links:
        if link.number != number + 1:
            return _("entry {n} is missing").format(n=number + 1)
        if link.before != before:
            return _("entry {n} does not follow the entry before it").format(n=link.number)
        if link.digest != digest_of(before, link.number, link.body):
            return _("entry {n} was changed").format(n=link.number)
        number, before = link.number, link.digest
        seen = seen or link.digest == head
    return "" if seen else _("the record does not hold the entry that was written down")
