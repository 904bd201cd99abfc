"""Running a procedure over all starts at once.

A step function is run once per *path*: per set of starts for which all its reads answer alike.
Paths live within one step; after it, every slot is one diagram again.

A path that is run again from its start carries the narrowed set of starts, so every read that
was decided before is constant on it. No record of earlier answers is needed, and a read whose
choices depend on what is still possible cannot get out of step.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any, NoReturn

from anleitung.core.diagrams.space import Node, OneOf, Space, Value
from anleitung.core.diagrams.subject import (
    Ended,
    Formula,
    Subject,
    is_known,
    is_yes,
    same_value,
)

State = Mapping[str, Node]
FindingKey = tuple[str, str, str]  # finding id, subject, step id
EndKey = tuple[str, str, str]  # step id, how, finding id


@dataclass(frozen=True, slots=True)
class CompiledStep:
    """One compiled step. guards: (slot, wanted): it concerns starts whose slot holds that."""

    id: str
    act: Callable[[Subject], None]
    guards: tuple[tuple[str, Value], ...] = ()


@dataclass(frozen=True, slots=True)
class Budget:
    """Bounds on one run. Over any of them a run is not finished.

    reads: how often a step may ask something of the phones; what a run takes goes by it. memos:
    what is remembered of the diagrams.
    """

    reads: int = 400_000
    memos: int = 380_000
    paths_per_step: int = 5_000
    paths: int = 100_000
    nodes: int = 400_000


@dataclass(slots=True)
class Purse:
    """What many runs of one question may read together. Over it they are not finished."""

    reads: int = 300_000

    def budget(self) -> Budget:
        return Budget(reads=self.reads)

    def pay(self, run: "Run") -> None:
        # A step that asks nothing costs as well: the states before and after it are compared.
        self.reads = max(0, self.reads - run.reads - len(run.states))


@dataclass(frozen=True, slots=True)
class Procedure:
    """start: the slots before the first step; admitted: the starts that may begin."""

    space: Space
    start: State
    admitted: Node
    steps: tuple[CompiledStep, ...]


@dataclass(slots=True)
class Run:
    """What came out. states and alive have one entry more than steps were run."""

    states: list[State]
    alive: list[Node]
    concerned: list[Node] = field(default_factory=list)
    findings: dict[FindingKey, Node] = field(default_factory=dict)
    ended: dict[EndKey, Node] = field(default_factory=dict)
    paths: int = 0
    reads: int = 0
    unfinished_at: str | None = None

    @property
    def finished(self) -> bool:
        return self.unfinished_at is None


class BudgetSpent(Exception):
    pass


def run_all(procedure: Procedure, budget: Budget) -> Run:
    """Runs every admitted start. The result equals running each of them by itself."""
    run = Run(states=[dict(procedure.start)], alive=[procedure.admitted])
    for step in procedure.steps:
        try:
            run_step(procedure.space, step, run, budget)
        except BudgetSpent:
            run.unfinished_at = step.id
            break
    return run


def run_step(space: Space, step: CompiledStep, run: Run, budget: Budget) -> None:
    before, alive = run.states[-1], run.alive[-1]
    concerned = alive
    for slot, wanted in step.guards:
        concerned = space.both(concerned, space.where(before[slot], wanted))
    pending = [concerned] if concerned is not space.false else []
    done: list[tuple[Node, dict[str, Node]]] = []
    gone: list[tuple[Node, Ended]] = []
    while pending:
        view = _AllStarts(space, before, pending.pop(), pending, budget, run.reads)
        ending: Ended | None = None
        try:
            step.act(view)
        except Ended as ended:
            ending = ended
        finally:
            run.reads = view.reads
        run.paths += 1
        done.append((view.path, view.writes))
        if ending is not None:
            gone.append((view.path, ending))
        for finding, subject in view.found:
            key = (finding, subject, step.id)
            run.findings[key] = space.either(run.findings.get(key, space.false), view.path)
        over = (
            len(done) + len(pending) > budget.paths_per_step
            or run.paths > budget.paths
            or space.size > budget.nodes
        )
        if over:
            raise BudgetSpent
    after = _put_together(space, before, done, whole=concerned is alive)
    for path, left in gone:
        alive = space.minus(alive, path)
        end_key = (step.id, left.how, left.finding)
        run.ended[end_key] = space.either(run.ended.get(end_key, space.false), path)
    run.states.append(after)
    run.alive.append(alive)
    run.concerned.append(concerned)


def _put_together(
    space: Space, before: State, done: list[tuple[Node, dict[str, Node]]], *, whole: bool
) -> dict[str, Node]:
    """Each written slot as one diagram again.

    whole: the paths are all that is left. Then the first path needs no test: what a slot holds for
    starts that are gone is never read, and the diagrams stay free of who was admitted.
    """
    after = dict(before)
    slots = dict.fromkeys(slot for _, writes in done for slot in writes)
    for slot in slots:
        parts = [(path, writes.get(slot, before[slot])) for path, writes in done]
        value = parts[0][1] if whole else before[slot]
        for path, node in parts[1:] if whole else parts:
            value = space.ite(path, node, value)
        after[slot] = value
    return after


class DiagramAlgebra:
    """Formulas over the slots of a state, as diagrams."""

    def __init__(self, space: Space, read: Callable[[str], Node]) -> None:
        self.space = space
        self.slot = read

    def const(self, value: Value) -> Node:
        return self.space.leaf(value)

    def apply(self, fn: Callable[[Any], Value], a: Node) -> Node:
        return self.space.map(fn, a)

    def combine(self, fn: Callable[[Any, Any], Value], a: Node, b: Node) -> Node:
        return self.space.join(fn, a, b)


class _AllStarts:
    """The view of one path. Reads narrow the path and leave the rest pending."""

    def __init__(
        self,
        space: Space,
        state: State,
        path: Node,
        pending: list[Node],
        budget: Budget,
        reads: int,
    ) -> None:
        self._space = space
        self._budget = budget
        self.reads = reads
        self._state = state
        self._pending = pending
        self.path = path
        self.writes: dict[str, Node] = {}
        self.found: list[tuple[str, str]] = []

    def _read(self, slot: str) -> Node:
        written = self.writes.get(slot)
        return self._state[slot] if written is None else written

    def _split(self, test: Node) -> bool:
        self.reads += 1
        if self.reads > self._budget.reads or self._space.remembered > self._budget.memos:
            raise BudgetSpent
        yes = self._space.both(self.path, test)
        if yes is self.path:
            return True
        if yes is self._space.false:
            return False
        self._pending.append(self._space.minus(self.path, test))
        self.path = yes
        return True

    def is_(self, slot: str, value: Value) -> bool:
        return self._split(self._space.where(self._read(slot), value))

    def isin(self, slot: str, values: frozenset[str]) -> bool:
        return self._split(self._space.map(OneOf(values), self._read(slot)))

    def test(self, fn: Callable[[Any], bool], slot: str) -> bool:
        return self._split(self._space.map(fn, self._read(slot)))

    def same(self, a: str, b: str) -> bool:
        return self.relation(same_value, a, b)

    def relation(self, fn: Callable[[Any, Any], bool], a: str, b: str) -> bool:
        return self._split(self._space.join(fn, self._read(a), self._read(b)))

    def pick(self, slot: str) -> Value:
        node = self._read(slot)
        values = self._space.leaves_within(node, self.path)
        for value in values[:-1]:
            if self._split(self._space.where(node, value)):
                return value
        return values[-1]

    def truth(self, formula: Formula) -> bool | None:
        node = formula.over(DiagramAlgebra(self._space, self._read))
        if not self._split(self._space.map(is_known, node)):
            return None
        return self._split(self._space.map(is_yes, node))

    def set(self, slot: str, value: Value) -> None:
        self._write(slot, self._space.leaf(value))

    def copy(self, target: str, source: str) -> None:
        self._write(target, self._read(source))

    def map(self, fn: Callable[[Any], Value], target: str, source: str) -> None:
        self._write(target, self._space.map(fn, self._read(source)))

    def join(self, fn: Callable[[Any, Any], Value], target: str, a: str, b: str) -> None:
        self._write(target, self._space.join(fn, self._read(a), self._read(b)))

    def swap(self, a: str, b: str) -> None:
        first, second = self._read(a), self._read(b)
        self._write(a, second)
        self._write(b, first)

    def store(self, target: str, formula: Formula) -> None:
        self._write(target, formula.over(DiagramAlgebra(self._space, self._read)))

    def _write(self, slot: str, node: Node) -> None:
        if slot not in self._state:
            raise KeyError(f"no such slot: {slot}")
        self.writes[slot] = node

    def find(self, finding: str, subject: str = "") -> None:
        self.found.append((finding, subject))

    def stop(self, finding: str, subject: str = "") -> NoReturn:
        self.end("stopped", finding, subject)

    def end(self, how: str, finding: str, subject: str = "") -> NoReturn:
        self.find(finding, subject)
        raise Ended(how, finding)
