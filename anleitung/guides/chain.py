"""The published guides that lead to a bundle, and those that it opens the way to."""

from dataclasses import asdict, dataclass
from typing import Any

from anleitung.core.guide.bundle import Bundle
from anleitung.core.model_version import MODEL_VERSION
from anleitung.core.proof.explain.links import Link, find_link
from anleitung.guides.load import Stored, chosen_for, load_bundle, newest_revisions, readable
from anleitung.guides.models import Guide, Revision
from anleitung.jobs.outcomes import find_outcome, outcome_of

MOST_NEW = 4


@dataclass(frozen=True, slots=True)
class Neighbour:
    revision: Revision
    link: Link


@dataclass(frozen=True, slots=True)
class Neighbours:
    """Only the newest revision of each other guide, none withdrawn.

    missing: how many other guides were not looked at, since that takes long or since they cannot
    be read.
    """

    before: tuple[Neighbour, ...]
    after: tuple[Neighbour, ...]
    missing: int


def neighbours(row: Stored, *, most_new: int = MOST_NEW) -> Neighbours:
    """most_new: how many links may be worked out here and now; the worker does the others."""
    mine = load_bundle(row)
    before, after = [], []
    others = [r for r in newest_revisions(mine.device.codename) if r.guide_id != row.guide_id]
    known = list(readable(others))
    missing = len(others) - len(known)
    for revision, other in known:
        assert isinstance(revision, Revision)
        new = sum(
            find_outcome("link", _key(*pair)) is None for pair in ((other, mine), (mine, other))
        )
        if new > most_new:
            missing += 1
            continue
        most_new -= new
        leads_here = _link(other, mine)
        leads_on = _link(mine, other)
        if leads_here is not None:
            before.append(Neighbour(revision, leads_here))
        if leads_on is not None:
            after.append(Neighbour(revision, leads_on))
    return Neighbours(tuple(before), tuple(after), missing)


def opened_by(guide: Guide, codename: str) -> list[Revision]:
    """The published guides that lead to this one on the codename, as far as the worker looked.

    Computes nothing.
    """
    row = guide.revisions.order_by("-number").first() or getattr(guide, "draft", None)
    if row is None:
        return []
    others = [r for r in newest_revisions(codename) if r.guide_id != guide.pk]
    mine = [bundle for _row, bundle in readable([chosen_for(row, codename)])]
    return [
        revision
        for revision, other in readable(others)
        if mine and isinstance(revision, Revision) and find_outcome("link", _key(other, mine[0]))
    ]


def _link(first: Bundle, second: Bundle) -> Link | None:
    key = _key(first, second)
    told = outcome_of("link", key, lambda: _told(find_link(first, second)))
    return Link(**told) if told else None


def _key(first: Bundle, second: Bundle) -> str:
    return f"{first.fingerprint} {second.fingerprint} {MODEL_VERSION}"


def _told(link: Link | None) -> dict[str, Any]:
    """Kept as plain values; nothing for two guides that do not follow each other."""
    return asdict(link) if link else {}
