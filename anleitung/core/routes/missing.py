"""Why there is no route: the link that is missing, and where the obvious ways get stuck."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anleitung.core.conditions.model import Condition, Or, conjuncts
from anleitung.core.diagrams.one import OneStart, PlainState
from anleitung.core.diagrams.witness import find_witness
from anleitung.core.routes.ground import Ground, admits_all
from anleitung.core.routes.moves import Move
from anleitung.core.routes.run import Leg, Refusal, take
from anleitung.core.routes.search import Aim, Found, Route, holds
from anleitung.core.routes.spread import HIDDEN, phones_of, phones_through, spread_of

MOST_LOOKED = 200  # states that were reached, the nearest first
MOST_CHAINS = 12  # that are tried on other phones


@dataclass(frozen=True)
class MissingLink:
    """before: the move that would reach the aim; way: how far one comes; unmet: what of its

    admission does not hold there. A guide that leads from there to these would close it.
    """

    before: Move
    way: Route
    unmet: tuple[Condition, ...]


def enders_of(ground: Ground, aim: Aim) -> list[Move]:
    """Moves that end with the aim on a phone that they admit."""
    return [
        move
        for move in ground.moves
        if not move.avoided and move.name not in aim.without and ends_with(ground, move, aim)
    ]


def missing_link(
    ground: Ground,
    phone: Mapping[str, str],
    aim: Aim,
    found: Found,
    enders: Sequence[Move] | None = None,
) -> MissingLink | None:
    """The move of which the least is missing, among the enders. None where there is none.

    enders: by enders_of, where it was asked already.
    """
    enders = enders_of(ground, aim) if enders is None else enders
    best: MissingLink | None = None
    reached = sorted(found.reached, key=lambda way: (len(way.legs), way.cost.hands))
    for way in reached[:MOST_LOOKED]:
        for move in enders:
            unmet = unmet_of(ground, move, way.after, phone)
            if unmet and (best is None or len(unmet) < len(best.unmet)):
                best = MissingLink(move, way, unmet)
    return best


@dataclass(frozen=True)
class Elsewhere:
    """phone: one that is as the reader says; moves: a chain that leads it to the aim."""

    phone: Mapping[str, str]
    moves: tuple[Move, ...]


def elsewhere(
    ground: Ground,
    known: Mapping[str, str],
    aim: Aim,
    enders: Sequence[Move],
    link: MissingLink | None,
) -> Elsewhere | None:
    """Where the usual phone has no way: of the others that are so, and not there yet, the nearest

    one that has. Tried are the enders by themselves, and the way to the missing link with it.
    Raises BudgetSpent.
    """
    possible = phones_of(ground, known)
    possible = ground.space.minus(possible, phones_through(ground, (), possible, aim).well)
    chains: list[tuple[Move, ...]] = [(move,) for move in enders[:MOST_CHAINS]]
    if link is not None:
        chains.insert(0, (*(leg.move for leg in link.way.legs), link.before))
    best: tuple[int, int] | None = None
    found = None
    for moves in chains:
        spread = spread_of(ground, moves, known, aim)
        if spread.ill is None or not aim.through <= {move.name for move in moves}:
            continue
        ill = ground.space.exists(spread.ill, HIDDEN)
        nearest = find_witness(ground.space, ground.space.minus(possible, ill))
        if nearest and (best is None or (nearest.cost, len(moves)) < best):
            best = (nearest.cost, len(moves))
            found = Elsewhere(nearest.start(ground.space), moves)
    return found


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
    if move.key not in ground.usual_legs:
        ground.usual_legs[move.key] = _usual_leg(ground, move)
    leg = ground.usual_legs[move.key]
    return leg is not None and holds(ground, aim, leg.after) and not set(leg.lost) & aim.keep


def _usual_leg(ground: Ground, move: Move) -> Leg | None:
    """As that phone goes through it, None where it does not come through."""
    begun = ground.enter_all(move, ground.start)
    admitted = ground.space.both(ground.possible, admits_all(ground.space, move, begun))
    nearest = find_witness(ground.space, admitted)
    if nearest is None:
        return None
    mine = nearest.start(ground.space)
    leg = take(ground, move, ground.state_of(mine), mine)
    return leg if isinstance(leg, Leg) else None


def unmet_of(
    ground: Ground, move: Move, state: PlainState, phone: Mapping[str, str]
) -> tuple[Condition, ...]:
    """The parts of the admission that do not hold in this state."""
    begun = OneStart(ground.enter(move, state, phone))
    world = move.bundle.world
    parts = conjuncts(move.bundle.guide.admission.condition)
    return tuple(p for p in parts if world.formula(p).over(begun) is not True)
