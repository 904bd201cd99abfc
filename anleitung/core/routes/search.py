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
from anleitung.core.phone.world import World
from anleitung.core.routes.ground import Ground, lasting
from anleitung.core.routes.moves import Move
from anleitung.core.routes.run import LOSSES, Leg, Refusal, take

MOST_LEGS = 6
MOST_SHOWN = 5  # choices beside one another
# Beyond so many states, or legs that were run, the search says so and claims nothing of the rest.
MOST_STATES = 400
MOST_RUNS = 8_000
Key = tuple[frozenset[object], ...]


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

    @property
    def mildness(self) -> tuple[int, int, int]:
        """By which choices are put in order: the mildest first."""
        return (len(self.lost), self.risk, self.hands + self.waiting)


@dataclass(frozen=True)
class Route:
    """cost: of the whole; after: the phone at its end."""

    legs: tuple[Leg, ...]
    cost: Cost
    after: PlainState = field(repr=False)


@dataclass(frozen=True)
class Aim:
    """condition: what is to be so at the end; keep: losses that are not taken for it; through:

    names of moves that the way is to go through; without: of those that it is not to; no_tools:
    ids of host tools that are not at hand: a leg counts where the phone does not need them.
    """

    condition: Condition
    keep: frozenset[str] = frozenset()
    through: frozenset[str] = frozenset()
    without: frozenset[str] = frozenset()
    no_tools: frozenset[str] = frozenset()


@dataclass(frozen=True)
class Found:
    """routes: the choices that nothing beats, the mildest first. reached: every state that was

    reached, with a way there. refused: moves that do not lead on from the phone as it is.
    legs: ways of up to so many were looked at; is_whole: there are no longer ones; is_cut: a bound
    was reached before all of one leg more than the shortest were looked at. runs: legs that were
    run.
    """

    routes: tuple[Route, ...]
    reached: tuple[Route, ...]
    refused: tuple[Refusal, ...]
    legs: int
    is_whole: bool
    already: bool = False
    is_cut: bool = False
    runs: int = 0


def search(
    ground: Ground,
    phone: Mapping[str, str],
    aim: Aim,
    *,
    beside: Sequence[Mapping[str, str]] = (),
    most_runs: int | None = None,
    any_way: bool = False,
) -> Found:
    """phone: a value for each fact of the ground. beside: phones that are to come there by the same

    legs. What is found are the ways of the first phone; which of them are better is judged by the
    worst of each cost over all of them. most_runs: MOST_RUNS where None. any_way: the first that is
    found is enough.
    """
    most = MOST_RUNS if most_runs is None else min(most_runs, MOST_RUNS)
    seeker = _Seeker(ground, (phone, *beside), aim, most)
    moves = [
        (1 << at, move)
        for at, move in enumerate(ground.moves)
        if not move.avoided and move.name not in aim.without
    ]
    layer, depth, last = [seeker.first], 0, MOST_LEGS
    while layer and depth < last and not seeker.is_full and not (any_way and seeker.there):
        layer = seeker.next_layer(layer, moves)
        if seeker.is_full:
            break  # this layer was not looked at to its end
        depth += 1
        if seeker.there and last == MOST_LEGS:
            # One leg more than the shortest way: a longer one may cost less.
            last = min(MOST_LEGS, depth + 1)
    return seeker.found(depth, is_whole=not layer and not seeker.is_full)


@dataclass(frozen=True, eq=False)
class _Label:
    """ways: the same legs, on each of the phones; cost: the worst of them in each; key: ways that

    leave the same behind meet, and have gone through the same that is wanted.
    """

    ways: tuple[Route, ...]
    cost: Cost
    key: Key


class _Seeker:
    """The labels of a search, and what is there already."""

    def __init__(
        self,
        ground: Ground,
        phones: Sequence[Mapping[str, str]],
        aim: Aim,
        most_runs: int,
    ) -> None:
        self.ground, self.aim, self.most_runs = ground, aim, most_runs
        self.phones = [dict(phone) for phone in phones]
        self.first = self._label(tuple(route_of(ground, phone) for phone in phones))
        self.labels: dict[Key, list[_Label]] = {self.first.key: [self.first]}
        self.runs = 0
        self.refused: list[Refusal] = []
        self.there: list[_Label] = []
        self._arrive(self.first)

    def _label(self, ways: tuple[Route, ...]) -> _Label:
        cost = ways[0].cost if len(ways) == 1 else worst_of([way.cost for way in ways])
        passed = frozenset(leg.move.name for leg in ways[0].legs) & self.aim.through
        return _Label(ways, cost, (passed, *(lasting(way.after) for way in ways)))

    @property
    def is_full(self) -> bool:
        return len(self.labels) > MOST_STATES or self.runs > self.most_runs

    def next_layer(self, layer: list[_Label], moves: Sequence[tuple[int, Move]]) -> list[_Label]:
        """The ways that are one leg longer, as far as nothing beats them. moves: each with its bit

        in the hall of the ground.
        """
        following: list[_Label] = []
        for label in layer:
            gone = self._gone(label)
            if label not in self.labels[label.key] or gone & self.aim.keep:
                continue
            shut = 0
            for way in label.ways:
                shut |= self.ground.hall.shut_out(way.after)
            for bit, move in moves:
                if shut & bit:
                    # From the phone itself each that does not lead on is told.
                    if label is self.first:
                        self.refused.append(Refusal(move))
                    continue
                if self._is_beaten(label, gone, move):
                    continue
                longer = self._further(label, move)
                if longer is not None and self._keep(longer):
                    following.append(longer)
            if self.is_full:
                break
        return following

    def _further(self, label: _Label, move: Move) -> _Label | None:
        """With one more leg on each of the phones, None where one of them does not come through."""
        ways: list[Route] = []
        for way, phone, first in zip(label.ways, self.phones, self.first.ways, strict=True):
            leg = take(self.ground, move, way.after, phone)
            self.runs += isinstance(leg, Leg) or bool(leg.finding)
            if isinstance(leg, Refusal):
                if label is self.first and not ways:
                    self.refused.append(leg)
                return None
            if self.aim.no_tools and leg.tools() & self.aim.no_tools:
                return None
            ways.append(further(self.ground.world, first.after, way, leg))
        return self._label(tuple(ways))

    def _keep(self, label: _Label) -> bool:
        known = self.labels.setdefault(label.key, [])
        if any(each.cost.beats(label.cost) for each in known):
            return False
        known[:] = [each for each in known if not label.cost.beats(each.cost)]
        known.append(label)
        self._arrive(label)
        return True

    def _arrive(self, label: _Label) -> None:
        if label.key[0] != self.aim.through or label.cost.lost & self.aim.keep:
            return
        if all(holds(self.ground, self.aim, way.after) for way in label.ways):
            self.there.append(label)

    def _gone(self, label: _Label) -> frozenset[str]:
        """What is lost for good: data that comes back from no copy, and the warranty; root and the

        quality of films may come back.
        """
        return frozenset(
            loss
            for way in label.ways
            for loss in way.cost.lost
            if loss == "warranty"
            or (loss in LOSSES and way.after[f"backup.{loss}"] in ("none", "lost"))
        )

    def _is_beaten(self, label: _Label, gone: frozenset[str], move: Move) -> bool:
        """Whatever follows the move, something that is there already is no worse in anything.

        Risk and time only grow, with a move by what it takes of every phone.
        """
        cost, (hands, waiting) = label.cost, move.least
        least = Cost(gone, max(cost.risk, move.risk), cost.hands + hands, cost.waiting + waiting)
        return any(each.cost.beats(least) for each in self.there)

    def found(self, legs: int, *, is_whole: bool) -> Found:
        best = [
            label
            for at, label in enumerate(self.there)
            if label in self.labels[label.key]
            and not any(
                other.cost.beats(label.cost) and (other.cost != label.cost or i < at)
                for i, other in enumerate(self.there)
                if other is not label
            )
        ]
        best.sort(key=lambda each: each.cost.mildness)
        reached = tuple(label.ways[0] for known in self.labels.values() for label in known)
        already = any(label is self.first for label in best)
        routes = tuple(label.ways[0] for label in best)
        refused = tuple(self.refused)
        return Found(routes, reached, refused, legs, is_whole, already, self.is_full, self.runs)


def worst_of(costs: Sequence[Cost]) -> Cost:
    """In each thing the worst of them."""
    return Cost(
        frozenset[str]().union(*(cost.lost for cost in costs)),
        max(cost.risk for cost in costs),
        max(cost.hands for cost in costs),
        max(cost.waiting for cost in costs),
    )


def lost_between(world: World, start: PlainState, after: PlainState) -> frozenset[str]:
    """Everything that a guide may cost, root and the quality of films included."""
    return frozenset(
        loss
        for loss, slot, value in world.whole
        if start.get(slot) == value and after.get(slot) != value
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
