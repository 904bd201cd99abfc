"""Why there is no route: the link that is missing, and where the obvious ways get stuck."""

from collections.abc import Mapping
from dataclasses import dataclass

from anleitung.core.conditions.model import Condition, conjuncts
from anleitung.core.diagrams.one import OneStart, PlainState
from anleitung.core.routes.ground import Ground
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
    """The move of which the least is missing: it runs through to the aim where only its admission

    stands in the way. None where no guide ends with the aim from anywhere that can be reached.
    """
    best: MissingLink | None = None
    reached = sorted(found.reached, key=lambda way: (len(way.legs), way.cost.hands))
    for way in reached[:MOST_LOOKED]:
        for move in ground.moves:
            if move.avoided:
                continue
            unmet = unmet_of(ground, move, way.after, phone)
            if not unmet or (best is not None and len(unmet) >= len(best.unmet)):
                continue
            leg = take(ground, move, way.after, dict(phone), anyway=True)
            if not isinstance(leg, Refusal) and holds(ground, aim, leg.after):
                best = MissingLink(move, way, unmet)
    return best


def unmet_of(
    ground: Ground, move: Move, state: PlainState, phone: Mapping[str, str]
) -> tuple[Condition, ...]:
    """The parts of the admission that do not hold in this state."""
    begun = OneStart(ground.enter(move, state, phone))
    world = move.bundle.world
    parts = conjuncts(move.bundle.guide.admission.condition)
    return tuple(p for p in parts if world.formula(p).over(begun) is not True)
