"""From a phone to an aim: every chain of moves that nothing else beats, each run whole.

A state of the search is the whole phone as the engine holds it; two ways into the same state meet
there. A label is a way into a state with what it cost. One that is no better in anything than
another into the same state falls away; what is left at the aim, over all states, are the choices.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import NamedTuple

from anleitung.core.conditions.model import Condition, Evaluated, atoms
from anleitung.core.diagrams.one import OneStart, PlainState
from anleitung.core.phone.world import SIDE_LOSSES, World
from anleitung.core.routes.ground import Ground, lasting
from anleitung.core.routes.moves import Move
from anleitung.core.routes.run import LOSSES, Leg, Refusal, take

WHOLE = {**dict.fromkeys(LOSSES, "present"), **SIDE_LOSSES}
MOST_LEGS = 6
MOST_SHOWN = 5  # choices beside one another
# Beyond so many states, or legs that were run, the search says so and claims nothing of the rest.
MOST_STATES = 400
MOST_RUNS = 8_000
Key = frozenset[tuple[str, object]]


class Cost(NamedTuple):
    """What a way costs: what is lost at its end, the worst that can fail, seconds at the most."""

    lost: frozenset[str]
    risk: int
    hands: int
    waiting: int

    def beats(self, other: "Cost") -> bool:
        """No worse in anything, and better in something or the same in all."""
        return (
            self.lost <= other.lost
            and self.risk <= other.risk
            and self.hands <= other.hands
            and self.waiting <= other.waiting
        )


@dataclass(frozen=True)
class Route:
    """cost: of the whole; after: the phone at its end."""

    legs: tuple[Leg, ...]
    cost: Cost
    after: PlainState = field(repr=False)


@dataclass(frozen=True)
class Aim:
    """condition: what is to be so at the end; keep: losses that are not taken for it; through:

    names of moves that the way is to go through.
    """

    condition: Condition
    keep: frozenset[str] = frozenset()
    through: frozenset[str] = frozenset()


@dataclass(frozen=True)
class Found:
    """routes: the choices that nothing beats, the mildest first. reached: every state that was

    reached, with a way there. refused: moves that do not lead on from the phone as it is.
    legs: ways of up to so many were looked at; is_whole: there are no longer ones; is_cut: a bound
    was reached before all of one leg more than the shortest were looked at.
    """

    routes: tuple[Route, ...]
    reached: tuple[Route, ...]
    refused: tuple[Refusal, ...]
    legs: int
    is_whole: bool
    already: bool = False
    is_cut: bool = False


def search(
    ground: Ground,
    phone: Mapping[str, str],
    aim: Aim,
    *,
    without: frozenset[str] = frozenset(),
    no_tools: frozenset[str] = frozenset(),
) -> Found:
    """phone: a value for each fact of the ground. without: names of moves that are not wanted;

    no_tools: ids of host tools that are not at hand. A leg counts if this phone does not need them.
    """
    seeker = _Seeker(ground, phone, aim, no_tools)
    moves = [
        (1 << at, move)
        for at, move in enumerate(ground.moves)
        if not move.avoided and move.name not in without
    ]
    layer, depth, last = [seeker.first], 0, MOST_LEGS
    while layer and depth < last and not seeker.is_full:
        layer = seeker.next_layer(layer, moves)
        if seeker.is_full:
            break  # this layer was not looked at to its end
        depth += 1
        if seeker.there and last == MOST_LEGS:
            # One leg more than the shortest way: a longer one may cost less.
            last = min(MOST_LEGS, depth + 1)
    return seeker.found(depth, is_whole=not layer and not seeker.is_full)


class _Seeker:
    """The labels of a search, and what is there already."""

    def __init__(
        self, ground: Ground, phone: Mapping[str, str], aim: Aim, no_tools: frozenset[str]
    ) -> None:
        self.ground, self.phone, self.aim = ground, dict(phone), aim
        self.no_tools = no_tools
        self.first = route_of(ground, phone)
        self.labels: dict[Key, list[Route]] = {self._key(self.first): [self.first]}
        self.runs = 0
        self.refused: list[Refusal] = []
        self.there: list[Route] = []
        self._arrive(self.first)

    def _key(self, way: Route) -> Key:
        """Ways that leave the same behind meet, and have gone through the same that is wanted."""
        passed = {leg.move.name for leg in way.legs} & self.aim.through
        return lasting(way.after) | {("through", frozenset(passed))}

    @property
    def is_full(self) -> bool:
        return len(self.labels) > MOST_STATES or self.runs > MOST_RUNS

    def next_layer(self, layer: list[Route], moves: Sequence[tuple[int, Move]]) -> list[Route]:
        """The ways that are one leg longer, as far as nothing beats them. moves: each with its bit

        in the hall of the ground.
        """
        following: list[Route] = []
        for way in layer:
            known = self.labels[self._key(way)]
            gone = self._gone(way)
            if not any(each is way for each in known) or gone & self.aim.keep:
                continue
            # From the phone itself each that does not lead on is told.
            shut = self.ground.hall.shut_out(way.after) if way.legs else 0
            for bit, move in moves:
                if shut & bit or self._is_beaten(way, gone, move):
                    continue
                leg = take(self.ground, move, way.after, self.phone)
                self.runs += isinstance(leg, Leg) or bool(leg.finding)
                if isinstance(leg, Leg) and self.no_tools and leg.tools() & self.no_tools:
                    continue
                if isinstance(leg, Refusal):
                    if not way.legs:
                        self.refused.append(leg)
                elif self._keep(longer := further(self.ground.world, self.first.after, way, leg)):
                    following.append(longer)
            if self.is_full:
                break
        return following

    def _keep(self, way: Route) -> bool:
        known = self.labels.setdefault(self._key(way), [])
        if any(each.cost.beats(way.cost) for each in known):
            return False
        known[:] = [each for each in known if not way.cost.beats(each.cost)]
        known.append(way)
        self._arrive(way)
        return True

    def _arrive(self, way: Route) -> None:
        passed = {leg.move.name for leg in way.legs}
        if not self.aim.through <= passed:
            return
        if not way.cost.lost & self.aim.keep and holds(self.ground, self.aim, way.after):
            self.there.append(way)

    def _gone(self, way: Route) -> frozenset[str]:
        """What is lost for good: data that comes back from no copy, and the warranty; root and the

        quality of films may come back.
        """
        return frozenset(
            loss
            for loss in way.cost.lost
            if loss == "warranty"
            or (loss in LOSSES and way.after[f"backup.{loss}"] in ("none", "lost"))
        )

    def _is_beaten(self, way: Route, gone: frozenset[str], move: Move) -> bool:
        """Whatever follows the move, something that is there already is no worse in anything.

        Risk and time only grow, with a move by what it takes of every phone.
        """
        cost, (hands, waiting) = way.cost, move.least
        least = Cost(gone, max(cost.risk, move.risk), cost.hands + hands, cost.waiting + waiting)
        return any(each.cost.beats(least) for each in self.there)

    def found(self, legs: int, *, is_whole: bool) -> Found:
        best = [
            way
            for at, way in enumerate(self.there)
            if way in self.labels[self._key(way)]
            and not any(
                other.cost.beats(way.cost) and (other.cost != way.cost or i < at)
                for i, other in enumerate(self.there)
                if other is not way
            )
        ]
        best.sort(key=lambda r: (len(r.cost.lost), r.cost.risk, r.cost.hands + r.cost.waiting))
        reached = tuple(way for known in self.labels.values() for way in known)
        already = any(not way.legs for way in best)
        return Found(
            tuple(best), reached, tuple(self.refused), legs, is_whole, already, self.is_full
        )


def lost_between(world: World, start: PlainState, after: PlainState) -> frozenset[str]:
    """Everything that a guide may cost, root and the quality of films included."""
    slots = {loss: world.slot_of_loss(loss) for loss in WHOLE}
    return frozenset(
        loss
        for loss, slot in slots.items()
        if start.get(slot) == WHOLE[loss] and after.get(slot) != WHOLE[loss]
    )


def route_of(ground: Ground, phone: Mapping[str, str]) -> Route:
    """The way of no leg, at the phone itself."""
    return Route((), Cost(frozenset(), 0, 0, 0), ground.state_of(phone))


def further(world: World, start: PlainState, way: Route, leg: Leg) -> Route:
    """The way with one more leg, which was taken from its end. start: where all of it began."""
    cost = Cost(
        lost_between(world, start, leg.after),
        max(way.cost.risk, leg.risk),
        way.cost.hands + leg.hands[1],
        way.cost.waiting + leg.waiting[1],
    )
    return Route((*way.legs, leg), cost, leg.after)


def holds(ground: Ground, aim: Aim, state: PlainState) -> bool:
    """Whether the aim is reached in this state, as far as what it names is known there."""
    vocabulary = ground.vocabulary
    if any(atom.fact not in vocabulary for atom in atoms(aim.condition)):
        return False
    try:
        return Evaluated(aim.condition, vocabulary).over(OneStart(state)) is True
    except KeyError:
        return False  # it names something that no guide on the way has ever brought
