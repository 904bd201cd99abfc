"""Running a procedure for one concrete start with the same step functions.

Used by the bench, by replay, and by the tests that hold ``run_all`` against it.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, NoReturn

from anleitung.core.diagrams.run import CompiledStep, EndKey, FindingKey, Procedure
from anleitung.core.diagrams.space import Value
from anleitung.core.diagrams.subject import Ended, Formula, same_value

PlainState = dict[str, Value]


@dataclass(slots=True)
class OneRun:
    """states: one entry more than steps were run; ended: where this start left, if it did."""

    states: list[PlainState]
    findings: set[FindingKey] = field(default_factory=set)
    concerned: list[bool] = field(default_factory=list)
    ended: EndKey | None = None


def run_one(procedure: Procedure, start: Mapping[str, str]) -> OneRun:
    """Runs one start through the steps, whether or not it is admitted."""
    space = procedure.space
    state = {slot: space.at(node, start) for slot, node in procedure.start.items()}
    return run_from(procedure.steps, state)


def run_from(steps: Sequence[CompiledStep], state: PlainState) -> OneRun:
    """Runs one phone that stands in any state."""
    run = OneRun(states=[state])
    for step in steps:
        if run.ended is not None:
            break
        before = run.states[-1]
        concerned = all(same_value(before[slot], wanted) for slot, wanted in step.guards)
        view = OneStart(before)
        if concerned:
            try:
                step.act(view)
            except Ended as ended:
                run.ended = (step.id, ended.how, ended.finding)
        run.findings |= {(finding, subject, step.id) for finding, subject in view.found}
        run.states.append(view.state)
        run.concerned.append(concerned)
    return run


class OneStart:
    """The view of one concrete start: plain values, no splitting."""

    def __init__(self, state: Mapping[str, Value]) -> None:
        self.state: PlainState = dict(state)
        self.found: list[tuple[str, str]] = []

    # As an Algebra:
    def slot(self, name: str) -> Value:
        return self.state[name]

    def const(self, value: Value) -> Value:
        return value

    def apply(self, fn: Callable[[Any], Value], a: Value) -> Value:
        return fn(a)

    def combine(self, fn: Callable[[Any, Any], Value], a: Value, b: Value) -> Value:
        return fn(a, b)

    # As a Subject:
    def is_(self, slot: str, value: Value) -> bool:
        return same_value(self.state[slot], value)

    def isin(self, slot: str, values: frozenset[str]) -> bool:
        return self.state[slot] in values

    def test(self, fn: Callable[[Any], bool], slot: str) -> bool:
        return fn(self.state[slot])

    def same(self, a: str, b: str) -> bool:
        return same_value(self.state[a], self.state[b])

    def relation(self, fn: Callable[[Any, Any], bool], a: str, b: str) -> bool:
        return fn(self.state[a], self.state[b])

    def pick(self, slot: str) -> Value:
        return self.state[slot]

    def truth(self, formula: Formula) -> bool | None:
        found: bool | None = formula.over(self)
        return found

    def set(self, slot: str, value: Value) -> None:
        self._write(slot, value)

    def copy(self, target: str, source: str) -> None:
        self._write(target, self.state[source])

    def map(self, fn: Callable[[Any], Value], target: str, source: str) -> None:
        self._write(target, fn(self.state[source]))

    def join(self, fn: Callable[[Any, Any], Value], target: str, a: str, b: str) -> None:
        self._write(target, fn(self.state[a], self.state[b]))

    def swap(self, a: str, b: str) -> None:
        self.state[a], self.state[b] = self.state[b], self.state[a]

    def store(self, target: str, formula: Formula) -> None:
        self._write(target, formula.over(self))

    def _write(self, slot: str, value: Value) -> None:
        if slot not in self.state:
            raise KeyError(f"no such slot: {slot}")
        self.state[slot] = value

    def find(self, finding: str, subject: str = "") -> None:
        self.found.append((finding, subject))

    def stop(self, finding: str, subject: str = "") -> NoReturn:
        self.end("stopped", finding, subject)

    def end(self, how: str, finding: str, subject: str = "") -> NoReturn:
        self.find(finding, subject)
        raise Ended(how, finding)
