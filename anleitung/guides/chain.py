"""The published guides that lead to a bundle, and those that it opens the way to."""

from collections.abc import Sequence
from dataclasses import asdict, dataclass
from typing import Any

from anleitung.core.guide.bundle import Bundle
from anleitung.core.model_version import MODEL_VERSION
from anleitung.core.proof.explain.links import Link, find_link
from anleitung.guides.load import Stored, chosen_for, load_bundle, newest_revisions, readable
from anleitung.guides.models import Revision
from anleitung.jobs.outcomes import find_outcome, find_outcomes, outcome_of

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


def opened_by(codename: str, rows: Sequence[Stored]) -> dict[int, list[Revision]]:
    """For the guide of each row: the published guides of the codename that lead to it, as far as

    the worker looked. Computes nothing, and asks once for all.
    """
    published = [(r, b) for r, b in readable(newest_revisions(codename)) if isinstance(r, Revision)]
    mine = [(row.guide_id, b) for row, b in readable([chosen_for(row, codename) for row in rows])]
    asked = {
        (guide, first.pk): _key(bundle, other)
        for guide, other in mine
        for first, bundle in published
        if first.guide_id != guide
    }
    leads = find_outcomes("link", asked.values())
    found: dict[int, list[Revision]] = {row.guide_id: [] for row in rows}
    for guide, _bundle in mine:
        found[guide] = [r for r, _b in published if leads.get(asked.get((guide, r.pk), ""))]
    return found


def _link(first: Bundle, second: Bundle) -> Link | None:
    key = _key(first, second)
    told = outcome_of("link", key, lambda: _told(find_link(first, second)))
    return Link(**told) if told else None


def _key(first: Bundle, second: Bundle) -> str:
    return f"{first.fingerprint} {second.fingerprint} {MODEL_VERSION}"


def _told(link: Link | None) -> dict[str, Any]:
    """Kept as plain values; nothing for two guides that do not follow each other."""
    return asdict(link) if link else {}
