"""The map of a codename: which guide and build leads to which, and where the chains break.

Nothing of it is written down: each move is run on every phone that it admits, and the admission of
every other one is asked of where they stand then.
"""

from collections.abc import Iterator
from dataclasses import dataclass

from anleitung.core.conditions.model import Condition, conjuncts
from anleitung.core.diagrams.run import DiagramAlgebra
from anleitung.core.diagrams.space import FactKind, Node
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.moves import Move
from anleitung.core.routes.reach import Ended, Reach, as_sold, come_through, let_in, reach_of

_KINDS = frozenset({FactKind.PHONE})


@dataclass(frozen=True, slots=True)
class Feed:
    """opened: kinds of phone that the second lets in after the first, and did not before; of: all

    that come through the first. Names of moves.
    """

    before: str
    after: str
    opened: int
    of: int


@dataclass(frozen=True)
class Break:
    """A move that no phone as sold comes to. after: the chain that comes nearest; unmet: what of

    its admission no phone meets there; empty where each part is met, and never all on one phone.
    stuck: it lets phones in, and none of them comes through. fed_by: what would lead to it, and is
    not reached either.
    """

    name: str
    after: tuple[str, ...]
    unmet: tuple[Condition, ...]
    stuck: bool
    fed_by: tuple[str, ...]


@dataclass(frozen=True)
class Hangs:
    """A guide that phones as sold come to over one that no route takes. over: its name."""

    name: str
    over: str
    way: tuple[str, ...]


@dataclass(frozen=True)
class Chart:
    """feeds: which opens the way to which. ways: by name, the shortest chain of a phone as sold

    through it. circles: names that lead to one another, and no phone as sold comes to any.
    legs, is_whole: as of Reach.
    """

    feeds: tuple[Feed, ...]
    ways: dict[str, tuple[str, ...]]
    breaks: tuple[Break, ...]
    circles: tuple[tuple[str, ...], ...]
    hangs: tuple[Hangs, ...]
    rescues: tuple[str, ...]
    legs: int
    is_whole: bool


def chart_of(ground: Ground) -> Chart:
    """Moves that are avoided count only for what hangs on them. Raises BudgetSpent."""
    taken = [m for m in ground.moves if not m.avoided]
    feeds = tuple(feeds_of(ground))
    rescues = tuple(sorted({m.name for m in taken if _is_for_hanging(ground, m)}))
    wanted = frozenset(m.name for m in taken) - frozenset(rescues)
    reach = reach_of(ground, taken, as_sold(ground), wanted=wanted)
    unreached = sorted(wanted - reach.first_way.keys())
    hangs = tuple(_hanging_on(ground, frozenset(unreached)))
    # What depends on an avoided guide may open one another as well: that is no circle.
    hung = {h.name for h in hangs}
    circles = _circles([n for n in unreached if n not in hung], feeds)
    apart = hung | {name for circle in circles for name in circle}
    return Chart(
        feeds=feeds,
        ways={name: _names(end.legs) for name, end in reach.first_way.items()},
        breaks=tuple(
            _break(ground, name, reach, feeds)
            for name in unreached
            if name not in apart and not name.startswith("update ")
        ),
        circles=circles,
        hangs=hangs,
        rescues=rescues,
        legs=reach.legs,
        is_whole=reach.is_whole,
    )


def feeds_of(ground: Ground) -> Iterator[Feed]:
    """Over all choices of both. Avoided moves lead nowhere."""
    space = ground.space
    moves = [m for m in ground.moves if not m.avoided]
    fresh = {m.key: let_in(ground, m, ground.start, ground.possible)[1] for m in moves}
    opened: dict[tuple[str, str], Node] = {}
    through: dict[str, Node] = {}
    for first in moves:
        state, well = come_through(ground, first, ground.start, ground.possible)
        through[first.name] = space.either(through.get(first.name, space.false), well)
        for second in moves:
            if second.name == first.name:
                continue
            after = let_in(ground, second, state, well)[1]
            new = space.minus(after, fresh[second.key])
            pair = (first.name, second.name)
            opened[pair] = space.either(opened.get(pair, space.false), new)
    for (first_name, second_name), phones in opened.items():
        if phones is not space.false:
            of = space.count(through[first_name], _KINDS)
            yield Feed(first_name, second_name, space.count(phones, _KINDS), of)


def _is_for_hanging(ground: Ground, move: Move) -> bool:
    """It says in which modes it admits phones, and one that runs its system is not among them."""
    if not move.bundle.guide.admits_hanging:
        return False
    return let_in(ground, move, ground.start, ground.possible)[1] is ground.space.false


def _hanging_on(ground: Ground, unreached: frozenset[str]) -> Iterator[Hangs]:
    """Of those that are not reached, which are over moves that are avoided, and over which."""
    avoided = {m.name for m in ground.moves if m.avoided}
    if not avoided or not unreached:
        return
    reach = reach_of(ground, ground.moves, as_sold(ground), wanted=unreached)
    for name in sorted(unreached & reach.first_way.keys()):
        way = _names(reach.first_way[name].legs)
        yield Hangs(name, next(each for each in way if each in avoided), way)


def _circles(unreached: list[str], feeds: tuple[Feed, ...]) -> tuple[tuple[str, ...], ...]:
    """Sets of moves of which each is led to by another of the set, as large as they are."""
    nexts = {name: {f.after for f in feeds if f.before == name} for name in unreached}
    inside = set(unreached)
    reached = {name: _closure(name, nexts, inside) for name in unreached}
    found = {
        tuple(sorted(o for o in reached[name] if name in reached[o]))
        for name in unreached
        if name in reached[name]
    }
    # The maker's updates among themselves are nobody's chain to mend.
    found = {names for names in found if not all(n.startswith("update ") for n in names)}
    return tuple(sorted(found))


def _closure(name: str, nexts: dict[str, set[str]], inside: set[str]) -> set[str]:
    found: set[str] = set()
    open_ = list(nexts[name] & inside)
    while open_:
        each = open_.pop()
        if each not in found:
            found.add(each)
            open_ += nexts[each] & inside
    return found


def _break(ground: Ground, name: str, reach: Reach, feeds: tuple[Feed, ...]) -> Break:
    fed_by = tuple(sorted(f.before for f in feeds if f.after == name))
    best: tuple[int, tuple[str, ...], tuple[Condition, ...]] | None = None
    # From the ends of the longest chains nothing was tried any more: of them nothing is said.
    for end in (each for each in reach.ends if len(each.legs) < max(reach.legs, 1)):
        for move in (m for m in ground.moves if m.name == name):
            if let_in(ground, move, end.state, end.phones)[1] is not ground.space.false:
                return Break(name, _names(end.legs), (), True, fed_by)
            unmet = tuple(_unmet(ground, move, end))
            # Parts that are never met together count as one that is not.
            rank = (len(unmet) or 1, len(end.legs))
            if best is None or rank < (best[0], len(best[1])):
                best = (rank[0], _names(end.legs), unmet)
    assert best is not None  # there is always the phone as sold itself
    return Break(name, best[1], best[2], False, fed_by)


def _unmet(ground: Ground, move: Move, end: Ended) -> Iterator[Condition]:
    entered = ground.enter_all(move, end.state)
    algebra = DiagramAlgebra(ground.space, entered.__getitem__)
    world = move.bundle.world
    for part in conjuncts(move.bundle.guide.admission.condition):
        met = ground.space.where(world.formula(part).over(algebra), True)
        if ground.space.both(met, end.phones) is ground.space.false:
            yield part


def _names(legs: tuple[Move, ...]) -> tuple[str, ...]:
    return tuple(move.name for move in legs)
