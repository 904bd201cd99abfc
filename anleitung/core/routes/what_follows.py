"""What follows from each answer to what is not known of the phone: its own way, or none."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anleitung.core.routes.for_all import follow
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.search import Aim, Route, search
from anleitung.core.routes.spread import Spread, nearest_phone, spread_of

MOST_ANSWERS = 12
MOST_MORE = 1_500  # legs that are run for all of them, beyond the ways that are there already


@dataclass(frozen=True)
class Follows:
    """route: a way of the usual phone of this answer: one of the choices where one leads there,

    else the mildest; None where there is none. holds, kinds: on how many of how many kinds of this
    answer it holds; is_decided: that is known.
    """

    value: str
    route: Route | None
    holds: int = 0
    kinds: int = 0
    is_decided: bool = True


def what_follows(
    ground: Ground,
    known: Mapping[str, str],
    aim: Aim,
    choices: Sequence[tuple[Route, Spread]],
) -> tuple[Follows, ...]:
    """Of each answer to the question that decides most on the first of the choices; the first of

    them, as far as the bound allows. Raises BudgetSpent.
    """
    first, open_ = choices[0]
    found: list[Follows] = []
    left = MOST_MORE
    for answer in open_.answers[:MOST_ANSWERS]:
        told = {**known, open_.fact: answer.value}
        phone = nearest_phone(ground, told)
        if phone is None:
            continue
        if (same := _there(ground, phone, first, aim)) is not None:
            found.append(Follows(answer.value, same, answer.holds, answer.of))
            continue
        others = (_there(ground, phone, route, aim) for route, _spread in choices[1:])
        route = next((way for way in others if way is not None), None)
        if route is None:
            ways = search(ground, phone, aim, most_runs=left)
            left -= ways.runs
            if ways.is_cut:
                break
            route = ways.routes[0] if ways.routes else None
        if route is None:
            found.append(Follows(answer.value, None))
            continue
        spread = spread_of(ground, [leg.move for leg in route.legs], told, aim)
        found.append(Follows(answer.value, route, spread.holds, spread.of, spread.finished))
    return tuple(found)


def _there(ground: Ground, phone: Mapping[str, str], way: Route, aim: Aim) -> Route | None:
    """The same legs, where they lead there from this phone as well as it is wished."""
    gone = follow(ground, phone, way, aim)
    return gone if isinstance(gone, Route) else None
