"""Copies made once and brought back once: what the legs of a route need not do a second time.

Nothing is taken on trust: the route is run again whole without those steps, and counts only where
it still comes to the aim and nothing more is lost.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace

from anleitung.core.phone.actions.back_up import BackUp
from anleitung.core.phone.actions.restore import Restore
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.moves import Move
from anleitung.core.routes.run import Leg, take
from anleitung.core.routes.search import Aim, Route, further, holds, route_of

Skips = dict[int, frozenset[str]]


@dataclass(frozen=True)
class Merged:
    """route: as it is run without them. skipped: per leg, by its place, ids of steps."""

    route: Route
    skipped: Mapping[int, frozenset[str]]

    @property
    def moves(self) -> tuple[Move, ...]:
        return tuple(leg.move for leg in self.route.legs)


def merge_copies(ground: Ground, phone: Mapping[str, str], route: Route, aim: Aim) -> Merged | None:
    """None where no copy is made twice, or where the phone needs each of them."""
    copies, restores = _second_copies(route), _early_restores(route)
    for skips in (_both(copies, restores), copies):
        if skips and (found := _run(ground, phone, route, skips)) is not None:
            kept = found.cost.lost <= route.cost.lost and not found.cost.lost & aim.keep
            if kept and holds(ground, aim, found.after):
                return Merged(found, skips)
    return None


def _second_copies(route: Route) -> Skips:
    """Of what an earlier leg has copied already."""
    copied: set[str] = set()
    found: Skips = {}
    for at, leg in enumerate(route.legs):
        mine = [s for s in _steps(leg) if isinstance(s, BackUp)]
        if again := frozenset(s.id for s in mine if set(s.what) <= copied):
            found[at] = again
        copied |= {what for s in mine for what in s.what}
    return found


def _early_restores(route: Route) -> Skips:
    """Of what a later leg brings back as well."""
    later: set[str] = set()
    found: Skips = {}
    for at, leg in reversed(list(enumerate(route.legs))):
        mine = [s for s in _steps(leg) if isinstance(s, Restore)]
        if early := frozenset(s.id for s in mine if set(s.what) <= later):
            found[at] = early
        later |= {what for s in mine for what in s.what}
    return found


def _steps(leg: Leg) -> Iterator[object]:
    mine = set(leg.steps)
    return (row.step for row in leg.move.rows if row.step.id in mine)


def _both(one: Skips, other: Skips) -> Skips:
    legs = sorted({*one, *other})
    none: frozenset[str] = frozenset()
    return {at: one.get(at, none) | other.get(at, none) for at in legs}


def _run(ground: Ground, phone: Mapping[str, str], route: Route, skips: Skips) -> Route | None:
    way = route_of(ground, phone)
    start = way.after
    for at, leg in enumerate(route.legs):
        move = replace(leg.move, skipped=skips[at]) if at in skips else leg.move
        taken = take(ground, move, way.after, dict(phone))
        if not isinstance(taken, Leg):
            return None
        way = further(ground.world, start, way, taken)
    return way
