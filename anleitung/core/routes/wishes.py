"""Where no way is as it is wished: what of the wishes stands in it."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from typing import Literal

from anleitung.core.conditions.model import Condition
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.search import Aim, Found, search

# Of so many wishes each is taken back by itself, to see whether a way opens.
MOST_TRIED = 12
Part = Literal["without", "through", "no_tools"]
_PARTS: tuple[Part, ...] = ("without", "through", "no_tools")


@dataclass(frozen=True)
class Wishes:
    """keep: losses that are not taken; without, through: names of moves that are left out, and

    that the way is to go through; no_tools: host tools not at hand.
    """

    keep: frozenset[str] = frozenset()
    without: frozenset[str] = frozenset()
    through: frozenset[str] = frozenset()
    no_tools: frozenset[str] = frozenset()

    def one_by_one(self) -> Iterator[tuple[Part, str]]:
        """Every wish but what is to be kept."""
        for part in _PARTS:
            for name in sorted(getattr(self, part)):
                yield part, name

    def but(self, part: Part, name: str) -> "Wishes":
        left: frozenset[str] = getattr(self, part) - {name}
        return replace(self, **{part: left})


@dataclass(frozen=True)
class InTheWay:
    """takes: of what is to be kept, what every way takes that is otherwise as it is wished; opens:

    wishes of which each, taken back by itself, opens a way. Where both are empty, only several
    taken back together do.
    """

    takes: frozenset[str]
    opens: tuple[tuple[Part, str], ...]


def as_wished(
    ground: Ground, phone: Mapping[str, str], condition: Condition, wishes: Wishes
) -> Found:
    aim = Aim(condition, wishes.keep, wishes.through)
    return search(ground, phone, aim, without=wishes.without, no_tools=wishes.no_tools)


def in_the_way(
    ground: Ground, phone: Mapping[str, str], condition: Condition, wishes: Wishes
) -> InTheWay | None:
    """None where there is no way without any wish either."""

    def lost_on_all(given: Wishes) -> frozenset[str] | None:
        routes = as_wished(ground, phone, condition, given).routes
        return frozenset.intersection(*(r.cost.lost for r in routes)) if routes else None

    if wishes == Wishes() or lost_on_all(Wishes()) is None:
        return None
    takes: frozenset[str] = frozenset()
    if wishes.keep:
        lost = lost_on_all(replace(wishes, keep=frozenset()))
        # Ways that differ in what they take have nothing in common to name.
        takes = frozenset() if lost is None else (lost & wishes.keep) or wishes.keep
    tried = list(wishes.one_by_one())[:MOST_TRIED]
    opens = [each for each in tried if lost_on_all(wishes.but(*each)) is not None]
    return InTheWay(takes, tuple(opens))
