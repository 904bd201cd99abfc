"""Prerequisites that an author declares, held against what the proofs say."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import permutations
from typing import Literal

from anleitung.core.diagrams.run import BudgetSpent, State
from anleitung.core.diagrams.space import FactKind, Node
from anleitung.core.routes.chart import Chart
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.reach import as_sold, come_through

Kind = Literal["gone", "circle", "order", "closed", "not needed", "also"]
_KINDS = frozenset({FactKind.PHONE})
MOST_ENDS = 400  # ways through a chain, with the choices of its guides
MOST_PERMUTED = 4  # prerequisites; of more, no other order is looked for
_Ends = list[tuple[State, Node]]


@dataclass(frozen=True, slots=True)
class Difference:
    """kind: gone, other is not published or not taken; circle, names lead back to the guide; order,

    nobody comes through as declared, and phones do in the order of names; closed, nobody comes
    through, and other is the first that nobody passes; not needed, whoever comes through with other
    comes through without it; also, a phone as sold needs names as well.
    """

    guide: str
    kind: Kind
    other: str = ""
    names: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Declared:
    """A chain as it is declared. through: kinds of phone that come through all of it, as far as

    the guide itself; differences: none where the proofs say the same.
    """

    guide: str
    names: tuple[str, ...]
    through: int
    differences: tuple[Difference, ...]


def declared_of(ground: Ground, chart: Chart) -> Iterator[Declared]:
    """Of each guide that declares a chain. Raises BudgetSpent."""
    taken = {m.name: m.bundle for m in ground.moves if not m.avoided}
    chains = {n: tuple(p.guide for p in b.guide.prerequisites) for n, b in taken.items()}
    for name, names in sorted(chains.items()):
        if names:
            yield _Checked(ground, chart, chains, name).told()


class _Checked:
    def __init__(
        self, ground: Ground, chart: Chart, chains: Mapping[str, tuple[str, ...]], name: str
    ) -> None:
        self._ground, self._chart, self._chains, self._name = ground, chart, chains, name
        self._names = chains[name]

    def told(self) -> Declared:
        gone = [n for n in self._names if n not in self._chains]
        circle = self._circle(self._name, ())
        if gone or circle:
            found = [Difference(self._name, "gone", other) for other in gone]
            found += [Difference(self._name, "circle", names=circle)] if circle else []
            return Declared(self._name, self._names, 0, tuple(found))
        space = self._ground.space
        well = self._through(self._names)
        if well is space.false:
            return Declared(self._name, self._names, 0, (self._why_closed(),))
        found = [
            Difference(self._name, "not needed", other)
            for other in self._names
            if space.minus(well, self._through(_but(self._names, other))) is space.false
        ]
        found += self._also()
        return Declared(self._name, self._names, space.count(well, _KINDS), tuple(found))

    def _circle(self, name: str, before: tuple[str, ...]) -> tuple[str, ...]:
        """The chain of declarations that leads back to where it began, () for none."""
        if name in before:
            return (*before[before.index(name) :], name)
        found = (self._circle(each, (*before, name)) for each in self._chains.get(name, ()))
        return next((each for each in found if each), ())

    def _through(self, names: Sequence[str], phones: Node | None = None) -> Node:
        """Phones that come through these one after the other, and then through the guide."""
        ends: _Ends = [(self._ground.start, self._ground.possible if phones is None else phones)]
        for name in (*names, self._name):
            ends = self._after(name, ends)
        found = self._ground.space.false
        for _state, well in ends:
            found = self._ground.space.either(found, well)
        return found

    def _after(self, name: str, ends: _Ends) -> _Ends:
        """With each way to make the choices of the guide."""
        moves = [m for m in self._ground.moves if m.name == name and not m.avoided]
        if len(ends) * len(moves) > MOST_ENDS:
            raise BudgetSpent
        found = (come_through(self._ground, m, s, phones) for s, phones in ends for m in moves)
        return [(state, well) for state, well in found if well is not self._ground.space.false]

    def _why_closed(self) -> Difference:
        false = self._ground.space.false
        if 1 < len(self._names) <= MOST_PERMUTED:
            for names in permutations(self._names):
                if names != self._names and self._through(names) is not false:
                    return Difference(self._name, "order", names=names)
        ends: _Ends = [(self._ground.start, self._ground.possible)]
        for name in self._names:
            ends = self._after(name, ends)
            if not ends:
                return Difference(self._name, "closed", name)
        return Difference(self._name, "closed", self._name)

    def _also(self) -> Iterator[Difference]:
        """A phone as sold goes through all that is declared, also by those that are declared."""
        whole = self._whole(self._name)
        if self._through(whole, as_sold(self._ground)) is not self._ground.space.false:
            return
        way = self._chart.ways.get(self._name, ())
        known = {*whole, self._name}
        # An update of the maker is no guide that could be declared.
        lacking = tuple(n for n in way if n not in known and not n.startswith("update "))
        if lacking:
            yield Difference(self._name, "also", names=lacking)

    def _whole(self, name: str) -> tuple[str, ...]:
        """What is declared, with what that declares before it, each once."""
        found: dict[str, None] = {}
        for each in self._chains.get(name, ()):
            found |= dict.fromkeys((*self._whole(each), each))
        return tuple(found)


def _but(names: tuple[str, ...], other: str) -> tuple[str, ...]:
    return tuple(n for n in names if n != other)
