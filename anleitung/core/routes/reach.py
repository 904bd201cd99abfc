"""Where phones come by chains of moves: all phones at once, symbolically.

Here it is asked whether any phone comes through, not what the way costs.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field

from anleitung.core.diagrams.run import Budget, BudgetSpent, Procedure, State, run_all
from anleitung.core.diagrams.space import Node
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.routes.ground import Ground, admits_all, stays
from anleitung.core.routes.moves import Move

MOST_LEGS = 4
MOST_RUNS = 6_000  # moves that are tried over one map


@dataclass(frozen=True)
class Ended:
    """Phones that came through a chain: where each of them stands then, and which they are."""

    legs: tuple[Move, ...]
    state: State = field(repr=False)
    phones: Node = field(repr=False)


@dataclass(frozen=True)
class Reach:
    """ends: of every chain that was tried, the shortest first; first_way: by the name of a move,

    the first chain that goes through it. legs: chains of up to so many were tried to their end;
    is_whole: no longer one leads anywhere else.
    """

    ends: tuple[Ended, ...]
    first_way: dict[str, Ended]
    legs: int
    is_whole: bool


def as_sold(ground: Ground) -> Node:
    """Phones with the maker’s own system that nobody unlocked; the rest of them as it may be."""
    space, found = ground.space, ground.possible
    for name, value in (("bootloader", "locked"), ("system", "stock"), ("root", "none")):
        if name in space.level_of:
            found = space.both(found, space.where(space.var(name), value))
    return found


def let_in(ground: Ground, move: Move, state: State, phones: Node) -> tuple[State, Node]:
    """The state in which the move begins after this one, and the phones that it lets in."""
    space = ground.space
    entered = ground.enter_all(move, state)
    found = space.both(phones, admits_all(space, move, entered))
    found = space.both(found, ground.listed_all(move, entered))
    if not move.bundle.guide.admits_hanging:
        found = space.both(found, space.where(entered["mode"], "system"))
    return entered, found


def come_through(
    ground: Ground,
    move: Move,
    state: State,
    phones: Node,
    *,
    no_tools: frozenset[str] = frozenset(),
) -> tuple[State, Node]:
    """Run on all of them: the state at its end, and the phones without a stop that need none of

    these host tools. Raises BudgetSpent.
    """
    space = ground.space
    entered, admitted = let_in(ground, move, state, phones)
    if admitted is space.false:
        return entered, space.false
    run = run_all(Procedure(space, entered, admitted, move.steps), Budget())
    if not run.finished:
        raise BudgetSpent
    well = run.alive[-1]
    for (finding, _subject, _step), ill in run.findings.items():
        if BY_ID[finding].severity is Severity.STOP:
            well = space.minus(well, ill)
    for tool, concerned in zip(move.tools, run.concerned, strict=False):  # promises come after
        if tool in no_tools:
            well = space.minus(well, concerned)
    return run.states[-1], well


def reach_of(
    ground: Ground,
    moves: Sequence[Move],
    phones: Node,
    *,
    wanted: frozenset[str],
    most_runs: int = MOST_RUNS,
) -> Reach:
    """wanted: names of moves; when some phone came through each of them, no more is tried.

    Raises BudgetSpent.
    """
    ends = [Ended((), ground.start, phones)]
    first_way: dict[str, Ended] = {}
    seen, layer, runs, legs = {_mark(ends[0])}, ends, 0, 0
    while layer and legs < MOST_LEGS and not wanted <= first_way.keys():
        following: list[Ended] = []
        for end in layer:
            if runs + len(moves) > most_runs:
                return Reach(tuple(ends), first_way, legs, is_whole=False)
            runs += len(moves)
            for further in _further(ground, moves, end):
                first_way.setdefault(further.legs[-1].name, further)
                if (mark := _mark(further)) not in seen:
                    seen.add(mark)
                    following.append(further)
        ends = [*ends, *following]
        layer, legs = following, legs + 1
    return Reach(tuple(ends), first_way, legs, is_whole=not layer)


def _further(ground: Ground, moves: Sequence[Move], end: Ended) -> Iterator[Ended]:
    for move in moves:
        state, well = come_through(ground, move, end.state, end.phones)
        if well is not ground.space.false:
            yield Ended((*end.legs, move), state, well)


def _mark(end: Ended) -> frozenset[object]:
    """Two chains that leave the same phones in the same state meet there: nodes are interned."""
    lasting = ((slot, id(node)) for slot, node in end.state.items() if stays(slot))
    return frozenset((*lasting, ("phones", id(end.phones))))
