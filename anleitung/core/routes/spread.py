"""For which phones a route holds: it is run whole on all of them at once.

A route is found on one phone. What is not known of the reader's phone may be otherwise there; the
same legs are run, symbolically, on every phone of which only that much is known.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from anleitung.core.conditions.model import Evaluated
from anleitung.core.diagrams.counts import count_each
from anleitung.core.diagrams.run import BudgetSpent, DiagramAlgebra, State
from anleitung.core.diagrams.space import FactKind, Node
from anleitung.core.diagrams.witness import find_witness
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.moves import Move
from anleitung.core.routes.reach import come_through
from anleitung.core.routes.run import fitting
from anleitung.core.routes.search import Aim

_KINDS = frozenset({FactKind.PHONE})
HIDDEN = frozenset({FactKind.ORACLE})


@dataclass(frozen=True, slots=True)
class Answer:
    """One value of the fact that decides most: of so many kinds of phone it holds for so many."""

    value: str
    holds: int
    of: int


@dataclass(frozen=True, slots=True)
class Spread:
    """holds, of: kinds of phone. fact: the one whose answer decides most, "" where none is open.

    flagged: kinds, of those on which it holds, that readers’ reports of a failure fit on a leg.
    loses: of each loss, how many kinds of those on which it holds lose it. ill: the phones on which
    it does not hold, each with how its hidden steps turn out. finished: False where the run was
    bounded; then nothing is claimed.
    """

    holds: int
    of: int
    fact: str
    answers: tuple[Answer, ...]
    finished: bool
    flagged: int = 0
    loses: tuple[tuple[str, int], ...] = ()
    ill: Node | None = field(default=None, repr=False, compare=False)

    @property
    def is_for_all(self) -> bool:
        return self.finished and self.holds == self.of


def spread_of(ground: Ground, moves: Sequence[Move], known: Mapping[str, str], aim: Aim) -> Spread:
    """moves: the legs, in their order. known: what is told of the phone."""
    space = ground.space
    names = [move.name for move in moves if move.hidden]
    if len(set(names)) < len(names):
        # The same step by hand, done twice, may turn out in two ways: that is not told apart here.
        return Spread(0, 0, "", (), finished=False)
    try:
        possible = phones_of(ground, known)
        through = phones_through(ground, moves, possible, aim)
    except BudgetSpent:
        return Spread(0, 0, "", (), finished=False)
    # What is hidden must go well however it turns out.
    ill = space.minus(possible, through.well)
    good = space.minus(possible, space.exists(ill, HIDDEN))
    of, holds = space.count(possible, _KINDS), space.count(good, _KINDS)
    fact, answers = ("", ()) if holds in (0, of) else _deciding(ground, possible, good, known)

    def kinds(some: Node) -> int:
        # However it turns out: one turn with which it is so is enough.
        return space.count(space.both(good, space.exists(some, HIDDEN)), _KINDS)

    return Spread(
        holds,
        of,
        fact,
        answers,
        finished=True,
        flagged=kinds(through.reported),
        loses=tuple((loss, kinds(some)) for loss, some in through.lost.items()),
        ill=ill,
    )


def phones_of(ground: Ground, known: Mapping[str, str]) -> Node:
    """All phones of which this is so, and the rest as usual. Raises UnknownFact, BudgetSpent."""
    space, found = ground.space, ground.possible
    phone = ground.phone(known)
    for name in known:
        found = space.both(found, space.where(space.var(name), phone[name]))
    return found


def nearest_phone(ground: Ground, known: Mapping[str, str]) -> dict[str, str] | None:
    """The phone of which this is known that is nearest to the usual one; None where none is so.

    Raises UnknownFact, BudgetSpent.
    """
    usual = ground.phone(known)
    if ground.space.at(ground.possible, usual) is True:
        return usual
    nearest = find_witness(ground.space, phones_of(ground, known))
    return nearest.start(ground.space) if nearest else None


@dataclass(frozen=True, slots=True)
class Through:
    """Phones, each with how its hidden steps turn out. well: those that come through all legs as it

    is wished, and reach the aim; of them reported: those that a flag of a leg fits, as they begin
    with it; lost: of each loss, those that are without it at the end and had it.
    """

    well: Node
    reported: Node
    lost: Mapping[str, Node]


def phones_through(ground: Ground, moves: Sequence[Move], possible: Node, aim: Aim) -> Through:
    """Raises BudgetSpent."""
    space = ground.space
    state: State = ground.start
    alive, reported = possible, space.false
    for move in moves:
        for flag in move.reported.flags:
            reported = space.either(reported, fitting(ground, move, flag, state))
        state, alive = come_through(ground, move, state, alive, no_tools=aim.no_tools)
    algebra = DiagramAlgebra(space, state.__getitem__)
    there = space.where(Evaluated(aim.condition, ground.vocabulary).over(algebra), True)
    well = space.both(alive, there)
    lost = {loss: space.both(alive, some) for loss, some in _lost(ground, state).items()}
    for loss in aim.keep & lost.keys():
        well = space.minus(well, lost[loss])
    return Through(
        well,
        space.both(well, reported),
        {loss: space.both(well, some) for loss, some in lost.items()},
    )


def _lost(ground: Ground, after: State) -> dict[str, Node]:
    """Of each loss the phones that had what is gone after it; as lost_between says of each."""
    space, found = ground.space, {}
    for loss, slot, whole in ground.world.whole:
        if slot in ground.start:
            had = space.where(ground.start[slot], whole)
            has = space.where(after[slot], whole) if slot in after else space.false
            found[loss] = space.minus(had, has)
    return found


def _deciding(
    ground: Ground, possible: Node, good: Node, known: Mapping[str, str]
) -> tuple[str, tuple[Answer, ...]]:
    """The fact of which the most kinds of phone are decided by one answer."""
    space = ground.space
    support = space.support(good) | space.support(space.minus(possible, good))
    best: tuple[int, str, tuple[Answer, ...]] = (-1, "", ())
    for level in sorted(support):
        fact = space.facts[level]
        if fact.kind is not FactKind.PHONE or fact.name in known:
            continue
        holding = count_each(space, good, fact.name, _KINDS)
        every = count_each(space, possible, fact.name, _KINDS)
        answers = [Answer(value, holding[value], of) for value, of in every.items() if of]
        decided = sum(a.of for a in answers if a.holds in (0, a.of))
        if decided > best[0] and len(answers) > 1:
            best = (decided, fact.name, tuple(answers))
    return best[1], best[2]
