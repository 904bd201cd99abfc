"""The published guides that lead to a bundle, and those that it opens the way to."""

from dataclasses import dataclass
from functools import lru_cache

from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.chain import Link, find_link
from anleitung.guides.load import Stored, load_bundle, newest_revisions
from anleitung.guides.models import Revision


@dataclass(frozen=True, slots=True)
class Neighbour:
    revision: Revision
    link: Link


def neighbours(row: Stored) -> tuple[list[Neighbour], list[Neighbour]]:
    """(before, after): only the newest revision of each other guide, none withdrawn."""
    mine = load_bundle(row)
    before, after = [], []
    for revision in newest_revisions(row.guide.codename):
        if revision.guide_id == row.guide_id:
            continue
        other = load_bundle(revision)
        leads_here = _link(_Keyed(other), _Keyed(mine))
        leads_on = _link(_Keyed(mine), _Keyed(other))
        if leads_here is not None:
            before.append(Neighbour(revision, leads_here))
        if leads_on is not None:
            after.append(Neighbour(revision, leads_on))
    return before, after


class _Keyed:
    """A bundle as a cache key: by its fingerprint."""

    def __init__(self, bundle: Bundle) -> None:
        self.bundle = bundle

    def __hash__(self) -> int:
        return hash(self.bundle.fingerprint)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Keyed) and other.bundle.fingerprint == self.bundle.fingerprint


@lru_cache(maxsize=256)
def _link(first: _Keyed, second: _Keyed) -> Link | None:
    return find_link(first.bundle, second.bundle)
