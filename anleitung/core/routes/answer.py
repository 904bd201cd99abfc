"""One question answered whole: the choices and what they rest on, or why there is no way."""

from collections.abc import Mapping
from dataclasses import dataclass, replace

from anleitung.core.conditions.model import Condition
from anleitung.core.diagrams.space import FactKind
from anleitung.core.routes.for_all import Failing, Whatever, failing_on, whatever
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.merge import Merged, merge_copies
from anleitung.core.routes.missing import (
    AimGap,
    Elsewhere,
    MissingLink,
    aim_gap,
    elsewhere,
    enders_of,
    missing_link,
    stuck_short,
)
from anleitung.core.routes.run import Refusal
from anleitung.core.routes.search import MOST_SHOWN, Aim, Found, Route, search
from anleitung.core.routes.spread import Spread, nearest_phone, phones_of, spread_of
from anleitung.core.routes.what_follows import Follows, what_follows
from anleitung.core.routes.wishes import InTheWay, Wishes, in_the_way, wished


@dataclass(frozen=True)
class Choice:
    """merged: where copies need be made only once; failing: a phone on which it fails, None where

    it holds on all or that was not decided.
    """

    route: Route
    spread: Spread
    merged: Merged | None
    failing: Failing | None


@dataclass(frozen=True)
class Answered:
    """phone: the one on which the routes were found, None where no phone is so; kinds: how many

    kinds of phone are as it was said. choices: those that are shown. whatever: about a chain that
    holds on all of these phones, where no way that was found on one does; it is the last of the
    choices. follows: where there is none, what each answer to the question that decides most leads
    to. in_the_way: where there is a way but not as it was wished. elsewhere: a phone that is as it
    was said and has a way, where the usual one has none. stuck: what would be shorter, and gets
    stuck.
    """

    phone: Mapping[str, str] | None
    kinds: int = 0
    found: Found | None = None
    choices: tuple[Choice, ...] = ()
    whatever: Whatever | None = None
    follows: tuple[Follows, ...] = ()
    missing: MissingLink | None = None
    gap: AimGap | None = None
    stuck: tuple[Refusal, ...] = ()
    in_the_way: InTheWay | None = None
    elsewhere: Elsewhere | None = None


def answer_of(
    ground: Ground, condition: Condition, known: Mapping[str, str], wishes: Wishes
) -> Answered:
    """known: fact → value, of the phone. Raises UnknownFact, BudgetSpent."""
    answered = _answered(ground, condition, known, wishes)
    if answered.found is None:
        return answered
    # Answers are kept for a while: hundreds of states that were reached would be kept with each.
    return replace(answered, found=replace(answered.found, reached=(), refused=()))


def _answered(
    ground: Ground, condition: Condition, known: Mapping[str, str], wishes: Wishes
) -> Answered:
    aim = wished(condition, wishes)
    phone = nearest_phone(ground, known)
    if phone is None:
        return Answered(None)
    kinds = ground.space.count(phones_of(ground, known), frozenset({FactKind.PHONE}))
    found = search(ground, phone, aim)
    if found.routes:
        return _with_choices(ground, phone, known, aim, Answered(phone, kinds, found))
    held = in_the_way(ground, phone, condition, wishes)
    enders = enders_of(ground, aim)
    link = missing_link(ground, phone, aim, found, enders) if held is None else None
    other = elsewhere(ground, known, aim, enders, link) if kinds > 1 else None
    answered = Answered(phone, kinds, found, in_the_way=held, elsewhere=other)
    if held is not None:
        return answered
    gap = aim_gap(ground, aim, found) if link is None else None
    return replace(answered, missing=link, gap=gap, stuck=stuck_short(ground, aim, found))


def _with_choices(
    ground: Ground, phone: Mapping[str, str], known: Mapping[str, str], aim: Aim, so_far: Answered
) -> Answered:
    assert so_far.found is not None
    ways = [
        (route, spread_of(ground, [leg.move for leg in route.legs], known, aim))
        for route in so_far.found.routes[:MOST_SHOWN]
    ]
    over: Whatever | None = None
    follows: tuple[Follows, ...] = ()
    if not any(spread.is_for_all for _route, spread in ways):
        over = whatever(ground, phone, known, aim, [spread for _route, spread in ways])
        if over.route is not None and over.spread is not None:
            ways = [*ways[: MOST_SHOWN - 1], (over.route, over.spread)]
        else:
            follows = what_follows(ground, known, aim, ways)
    choices = tuple(
        Choice(
            route,
            replace(spread, ill=None),
            _merged(ground, phone, route, spread, known, aim),
            failing_on(ground, route, spread, aim),
        )
        for route, spread in ways
    )
    stuck = stuck_short(ground, aim, so_far.found)
    return replace(so_far, choices=choices, whatever=over, follows=follows, stuck=stuck)


def _merged(
    ground: Ground,
    phone: Mapping[str, str],
    route: Route,
    spread: Spread,
    known: Mapping[str, str],
    aim: Aim,
) -> Merged | None:
    """Only where it holds on as many phones as the route itself, and no more lose anything."""
    found = merge_copies(ground, phone, route, aim)
    if found is None or not spread.finished:
        return None
    again = spread_of(ground, found.moves, known, aim)
    before = dict(spread.loses)
    same = again.holds == spread.holds and all(n <= before[loss] for loss, n in again.loses)
    return found if same else None
