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
    """takes: of what is to be kept, what every way takes that is otherwise as it is wished (with

    differ: that of which each takes something); opens: wishes of which each, taken back by
    itself, opens a way. Where both are empty, only several taken back together do; with is_cut
    that is not known: not every wish was tried, or a search reached its bound.
    """

    takes: frozenset[str]
    opens: tuple[tuple[Part, str], ...]
    differ: bool = False
    is_cut: bool = False


def wished(condition: Condition, wishes: Wishes) -> Aim:
    return Aim(condition, wishes.keep, wishes.through, wishes.without, wishes.no_tools)


def as_wished(
    ground: Ground, phone: Mapping[str, str], condition: Condition, wishes: Wishes
) -> Found:
    return search(ground, phone, wished(condition, wishes))


def in_the_way(
    ground: Ground, phone: Mapping[str, str], condition: Condition, wishes: Wishes
) -> InTheWay | None:
    """None where there is no way without any wish either."""

    cut: list[bool] = []

    def lost_on_all(given: Wishes) -> frozenset[str] | None:
        found = as_wished(ground, phone, condition, given)
        if not found.routes:
            cut.append(found.is_cut)
            return None
        return frozenset.intersection(*(route.cost.lost for route in found.routes))

    if wishes == Wishes() or lost_on_all(Wishes()) is None:
        return None
    takes: frozenset[str] = frozenset()
    differ = False
    if wishes.keep:
        lost = lost_on_all(replace(wishes, keep=frozenset()))
        if lost is not None:
            takes, differ = (lost & wishes.keep) or wishes.keep, not lost & wishes.keep
    each = list(wishes.one_by_one())
    opens = [one for one in each[:MOST_TRIED] if lost_on_all(wishes.but(*one)) is not None]
    return InTheWay(takes, tuple(opens), differ, len(each) > MOST_TRIED or any(cut))
