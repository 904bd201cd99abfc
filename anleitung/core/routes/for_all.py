"""Where not all is known of the phone: a chain that comes there whatever the rest is.

A way is found on one phone, and may fail on another one that is as the reader says. The nearest one
on which it does is taken along: the same legs are to bring both there. And so on, until a chain
holds on all of them, or no chain is left that brings even these few there together.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anleitung.core.diagrams.space import Node
from anleitung.core.diagrams.witness import find_witness
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.run import Refusal, take
from anleitung.core.routes.search import MOST_SHOWN, Aim, Route, further, holds, route_of, search
from anleitung.core.routes.spread import Spread, spread_of

MOST_BESIDE = 6  # phones that are taken along
MOST_MORE = 1_500  # legs that are run for it, beyond the search for one phone

Phone = Mapping[str, str]


@dataclass(frozen=True)
class Whatever:
    """route, spread: of a chain that holds on all phones, None where none was found. stranded: one

    of them from which no chain leads there at all, None where each that was looked at has its own.
    is_cut: a bound was reached; that there is none is not claimed then.
    """

    route: Route | None = None
    spread: Spread | None = None
    stranded: Phone | None = None
    is_cut: bool = False


def whatever(
    ground: Ground, phone: Phone, known: Mapping[str, str], aim: Aim, spreads: Sequence[Spread]
) -> Whatever:
    """phone: on which ways were found. spreads: of these ways, none of which holds on all."""
    beside: list[Phone] = []
    left = MOST_MORE
    while True:
        failing = [f for s in spreads if s.ill and (f := nearest_in(ground, s.ill))]
        more = [f for at, f in enumerate(failing) if f not in beside and f not in failing[:at]]
        if not more or len(beside) + len(more) > MOST_BESIDE:
            return Whatever(is_cut=True)
        for other in more:
            alone = search(ground, other, aim, most_runs=left, any_way=True)
            left -= alone.runs
            if not alone.routes:
                return Whatever(is_cut=True) if alone.is_cut else Whatever(stranded=other)
        beside += more
        found = search(ground, phone, aim, beside=beside, most_runs=left)
        left -= found.runs
        if not found.routes:
            return Whatever(is_cut=found.is_cut)
        ways = found.routes[:MOST_SHOWN]
        spreads = [spread_of(ground, [leg.move for leg in w.legs], known, aim) for w in ways]
        for way, spread in zip(ways, spreads, strict=True):
            if spread.is_for_all:
                return Whatever(way, spread)


def nearest_in(ground: Ground, phones: Node) -> Phone | None:
    """Of these phones the one nearest to the usual one, None where there are none."""
    nearest = find_witness(ground.space, phones)
    return nearest.start(ground.space) if nearest else None


@dataclass(frozen=True)
class Failing:
    """phone: one on which a chain fails; before: how far it comes, with what it costs. leg: the

    place of the one that it does not come through; refusal: why, None where it needs tools that are
    not at hand. Where it comes through all: lost, what goes that is to be kept; where that is
    empty, it does not end as it is wished.
    """

    phone: Phone
    before: Route
    leg: int | None = None
    refusal: Refusal | None = None
    tools: frozenset[str] = frozenset()
    lost: frozenset[str] = frozenset()


def failing_on(ground: Ground, route: Route, spread: Spread, aim: Aim) -> Failing | None:
    """The nearest phone on which it fails. None where it holds on all, or that was not decided."""
    other = nearest_in(ground, spread.ill) if spread.ill else None
    if other is None:
        return None
    gone = follow(ground, other, route, aim)
    assert isinstance(gone, Failing), "it is among those on which the route fails"
    return gone


def follow(ground: Ground, phone: Phone, route: Route, aim: Aim) -> Route | Failing:
    """The same legs from this phone."""
    way = route_of(ground, phone)
    first = way.after
    for at, leg in enumerate(route.legs):
        went = take(ground, leg.move, way.after, dict(phone))
        if isinstance(went, Refusal):
            return Failing(phone, way, at, went)
        if tools := went.tools() & aim.no_tools:
            return Failing(phone, way, at, tools=tools)
        way = further(ground.world, first, way, went)
    lost = way.cost.lost & aim.keep
    if lost or not holds(ground, aim, way.after):
        return Failing(phone, way, lost=lost)
    return way
