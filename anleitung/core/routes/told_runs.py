"""What a guide did to phones, as plain values: what one process ran, another one need not run."""

from dataclasses import replace
from typing import Any, TypedDict

from anleitung.core.diagrams.remembered import Tree
from anleitung.core.diagrams.space import Value
from anleitung.core.routes.moves import Move
from anleitung.core.routes.run import Leg, Refusal


class ToldRuns(TypedDict):
    """pairs: slots with their values; trees: the ids of steps that were left out, with what was

    asked and what came of it, in which numbers stand for pairs.
    """

    pairs: list[tuple[str, Value]]
    trees: list[tuple[list[str], Any]]


def tell_runs(move: Move) -> ToldRuns:
    """What is remembered of its guide, for all ways to choose; for JSON."""
    pairs = _Pairs()
    trees = [
        (sorted(skipped), remembered.outcomes.tell(pairs.number, lambda went: _told(went, pairs)))
        for skipped, remembered in move.memory.each()
    ]
    return {"pairs": pairs.all(), "trees": trees}


def learn_runs(move: Move, told: ToldRuns) -> None:
    """told: by tell_runs, of a guide with the same fingerprint, by the same model."""
    pairs = [(slot, value) for slot, value in told["pairs"]]
    for skipped, tree in told["trees"]:
        gone = replace(move, skipped=frozenset(skipped))
        gone.remembered.learn(Tree.learned(tree, pairs, _Again(gone, pairs)))


class _Pairs:
    """A number for each slot with a value, in the order in which they were met."""

    def __init__(self) -> None:
        self._numbers: dict[tuple[str, str, Value], int] = {}

    def number(self, slot: str, value: Value) -> int:
        # By its type as well: yes and 1 are not the same answer.
        return self._numbers.setdefault((slot, type(value).__name__, value), len(self._numbers))

    def all(self) -> list[tuple[str, Value]]:
        return [(slot, value) for slot, _type, value in self._numbers]


def _told(went: Leg | Refusal, pairs: _Pairs) -> dict[str, Any]:
    """Of a leg all but its move, which whoever goes it brings along."""
    if isinstance(went, Refusal):
        return {"stuck": (went.step, went.finding, went.subject)}
    return {
        "after": [pairs.number(slot, value) for slot, value in went.after.items()],
        "lost": went.lost,
        "hands": went.hands,
        "waiting": went.waiting,
        "steps": went.steps,
        "cuts": went.cuts,
        "no_return": went.no_return,
    }


class _Again:
    """A leaf of what was told, as it was."""

    def __init__(self, move: Move, pairs: list[tuple[str, Value]]) -> None:
        self._move, self._pairs = move, pairs

    def __call__(self, told: dict[str, Any]) -> Leg | Refusal:
        if "stuck" in told:
            return Refusal(self._move, *told["stuck"])
        after = dict([self._pairs[number] for number in told["after"]])
        rest = {name: tuple(values) for name, values in told.items() if name != "after"}
        return Leg(self._move, after, **rest)
