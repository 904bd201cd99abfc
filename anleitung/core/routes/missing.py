"""Why there is no route: the link that is missing, and where the obvious ways get stuck."""

from collections.abc import Mapping
from dataclasses import dataclass

from anleitung.core.conditions.model import Condition, Or, conjuncts
from anleitung.core.diagrams.one import OneStart, PlainState
from anleitung.core.diagrams.witness import find_witness
from anleitung.core.routes.ground import Ground, admits_all
from anleitung.core.routes.moves import Move
from anleitung.core.routes.run import Refusal, take
from anleitung.core.routes.search import Aim, Found, Route, holds

MOST_LOOKED = 200  # states that were reached, the nearest first


@dataclass(frozen=True)
class MissingLink:
    """before: the move that would reach the aim; way: how far one comes; unmet: what of its

    admission does not hold there. A guide that leads from there to these would close it.
    """

    before: Move
    way: Route
    unmet: tuple[Condition, ...]


def missing_link(
    ground: Ground, phone: Mapping[str, str], aim: Aim, found: Found
) -> MissingLink | None:
    """The move of which the least is missing, among those that end with the aim on a phone that

    they admit. None where no guide ends so.
    """
    enders = [m for m in ground.moves if not m.avoided and ends_with(ground, m, aim)]
    best: MissingLink | None = None
    reached = sorted(found.reached, key=lambda way: (len(way.legs), way.cost.hands))
    for way in reached[:MOST_LOOKED]:
        for move in enders:
            unmet = unmet_of(ground, move, way.after, phone)
            if unmet and (best is None or len(unmet) < len(best.unmet)):
                best = MissingLink(move, way, unmet)
    return best


@dataclass(frozen=True)
class AimGap:
    """way: the one at whose end the least of the aim is lacking; unmet: those parts of it."""

    way: Route
    unmet: tuple[Condition, ...]


def aim_gap(ground: Ground, aim: Aim, found: Found) -> AimGap | None:
    """Where no guide ends with the aim: how near one comes. None where nothing of it is met."""
    best: AimGap | None = None
    alternatives = aim.condition.parts if isinstance(aim.condition, Or) else (aim.condition,)
    ways = sorted(found.reached, key=lambda way: (len(way.legs), way.cost.hands))
    for way in ways[:MOST_LOOKED]:
        if way.cost.lost & aim.keep:
            continue
        for each in alternatives:
            parts = conjuncts(each)
            unmet = tuple(p for p in parts if not holds(ground, Aim(p), way.after))
            if len(unmet) < len(parts) and (best is None or len(unmet) < len(best.unmet)):
                best = AimGap(way, unmet)
    return best


def stuck_short(ground: Ground, aim: Aim, found: Found) -> tuple[Refusal, ...]:
    """Of what lets this phone in and gets stuck, what ends with the aim on another one."""
    stuck = {r.move.name: r for r in found.refused if r.finding}
    return tuple(r for r in stuck.values() if ends_with(ground, r.move, aim))


def ends_with(ground: Ground, move: Move, aim: Aim) -> bool:
    """Whether the phone nearest to the usual one that it admits comes through and is there."""
    begun = ground.enter_all(move, ground.start)
    admitted = ground.space.both(ground.possible, admits_all(ground.space, move, begun))
    nearest = find_witness(ground.space, admitted)
    if nearest is None:
        return False
    mine = nearest.start(ground.space)
    leg = take(ground, move, ground.state_of(mine), mine)
    if isinstance(leg, Refusal) or not holds(ground, aim, leg.after):
        return False
    return not set(leg.lost) & aim.keep


def unmet_of(
    ground: Ground, move: Move, state: PlainState, phone: Mapping[str, str]
) -> tuple[Condition, ...]:
    """The parts of the admission that do not hold in this state."""
    begun = OneStart(ground.enter(move, state, phone))
    world = move.bundle.world
    parts = conjuncts(move.bundle.guide.admission.condition)
    return tuple(p for p in parts if world.formula(p).over(begun) is not True)
