"""Routes over what is published: the ground of a codename, and one question answered on it."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from anleitung.catalogue.load import load_device, load_graph
from anleitung.core.routes.aims import NamedAim, aims_of
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.missing import MissingLink, missing_link
from anleitung.core.routes.moves import Move, Reported, moves_of, updates_of
from anleitung.core.routes.search import Aim, Found, search
from anleitung.core.routes.spread import Spread, nearest_phone, spread_of
from anleitung.guides.load import newest_revisions, readable
from anleitung.guides.models import Revision
from anleitung.guides.states import deprecation_of
from anleitung.reports.evidence import evidence_for
from anleitung.storage.recent import Kept

MOST_SHOWN = 5
LeftOut = Literal["older", "deprecated", "dead"]
_GROUNDS: Kept[tuple[object, ...], Ground] = Kept(most=8)
_ANSWERS: Kept[tuple[object, ...], "Answered"] = Kept(most=200)


@dataclass(frozen=True)
class OnGround:
    """key: of the ground, as long as nothing of it changes. revisions: by the name of a move.

    left_out: guides that no route takes, each with why: older (its document of the phone is),
    deprecated, dead (phones are reported to be).
    """

    key: tuple[object, ...]
    ground: Ground
    revisions: Mapping[str, Revision]
    left_out: tuple[tuple[str, LeftOut], ...]


@dataclass(frozen=True)
class Asked:
    """aim: id of a NamedAim. known: fact → value. keep: losses. without: names of moves."""

    aim: str
    known: tuple[tuple[str, str], ...]
    keep: frozenset[str] = frozenset()
    without: frozenset[str] = frozenset()


@dataclass(frozen=True)
class Answered:
    """phone: the one on which the routes were found, None where no phone is so. spreads: of the

    routes that are shown, in their order. takes: what is to be kept and every way there takes.
    """

    aim: NamedAim
    phone: Mapping[str, str] | None
    found: Found | None = None
    spreads: tuple[Spread, ...] = ()
    missing: MissingLink | None = None
    takes: frozenset[str] = frozenset()


def ground_of(codename: str, *, now: datetime) -> OnGround | None:
    """None where nothing is published for the codename. Raises NoSuchDocument."""
    device = load_device(codename)
    graph = load_graph(device)
    moves: list[Move] = []
    revisions: dict[str, Revision] = {}
    left_out: list[tuple[str, LeftOut]] = []
    for row, bundle in readable(newest_revisions(codename)):
        assert isinstance(row, Revision)
        name = row.guide.slug
        why: LeftOut | None = None
        evidence = evidence_for(row, now=now)
        if bundle.device != device:
            left_out.append((row.title, "older"))
            continue
        if deprecation_of(row.guide) is not None:
            why = "deprecated"
        elif evidence.dead_notice:
            why = "dead"
        if why:
            left_out.append((row.title, why))
            continue
        revisions[name] = row
        moves += moves_of(name, bundle, reported=Reported(evidence.runs, evidence.failed))
    if not moves:
        return None
    key = (
        *((m.key, m.bundle.fingerprint, m.reported) for m in moves),
        *((b.build, b.withdrawn) for b in graph.builds.values()),
    )

    def made() -> Ground:
        return Ground([*moves, *updates_of(moves[0].bundle, graph)])

    return OnGround(key, _GROUNDS.get_or(key, made), revisions, tuple(left_out))


def answer(on: OnGround, asked: Asked) -> Answered:
    """Raises UnknownFact, BudgetSpent, KeyError for an aim that the codename does not have."""
    aim = next((a for a in aims_of(on.ground) if a.id == asked.aim), None)
    if aim is None:
        raise KeyError(asked.aim)
    return _ANSWERS.get_or((on.key, asked), lambda: _answered(on.ground, aim, asked))


def _answered(ground: Ground, named: NamedAim, asked: Asked) -> Answered:
    known, aim = dict(asked.known), Aim(named.condition, asked.keep)
    phone = nearest_phone(ground, known)
    if phone is None:
        return Answered(named, None)
    found = search(ground, phone, aim, without=asked.without)
    shown = found.routes[:MOST_SHOWN]
    spreads = tuple(
        spread_of(ground, [leg.move for leg in route.legs], known, aim) for route in shown
    )
    if found.routes:
        return Answered(named, phone, found, spreads)
    if aim.keep:
        otherwise = search(ground, phone, Aim(aim.condition), without=asked.without)
        if otherwise.routes:
            takes = frozenset.intersection(*(r.cost.lost & aim.keep for r in otherwise.routes))
            return Answered(named, phone, found, takes=takes or aim.keep)
    return Answered(named, phone, found, missing=missing_link(ground, phone, aim, found))
