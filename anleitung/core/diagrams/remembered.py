"""Steps that are run on one phone after the other: what a step did to a phone like this one.

A step asks only some slots, one after the other, and what it asks next follows from the answers so
far. So its questions make a tree: at each branch a slot, at each leaf what it wrote and found. A
phone that answers as an earlier one did comes to the same leaf, whatever the rest of it is like.
"""

from dataclasses import dataclass, field
from typing import Any

from anleitung.core.diagrams.one import OneRun, OneStart, PlainState
from anleitung.core.diagrams.run import CompiledStep
from anleitung.core.diagrams.space import Value
from anleitung.core.diagrams.subject import Ended, same_value

MOST_LEAVES = 1_000  # of all steps together; beyond that they are run without remembering


@dataclass(slots=True)
class _Leaf:
    """writes: slots that hold something else after it; ended: how and with which finding."""

    writes: PlainState
    found: list[tuple[str, str]]
    ended: tuple[str, str] | None


@dataclass(slots=True)
class _Branch:
    """slot: what is asked here; ways: answer → what comes next."""

    slot: str
    ways: dict[Value, "_Branch | _Leaf"] = field(default_factory=dict)


class _Asked(PlainState):
    """A state that notes which of its slots were asked before they were written."""

    def __init__(self, state: PlainState) -> None:
        super().__init__(state)
        self.asked: dict[str, Value] = {}
        self.written: dict[str, None] = {}

    def __getitem__(self, slot: str) -> Value:
        value = super().__getitem__(slot)
        if slot not in self.written and slot not in self.asked:
            self.asked[slot] = value
        return value

    def __setitem__(self, slot: str, value: Value) -> None:
        self.written[slot] = None
        super().__setitem__(slot, value)


class Remembered:
    """The steps of one guide. Runs are those of run_from."""

    def __init__(self, steps: tuple[CompiledStep, ...]) -> None:
        self._steps = steps
        self._trees: list[_Branch | _Leaf | None] = [None] * len(steps)
        self._leaves = 0

    def run_from(self, state: PlainState) -> OneRun:
        run = OneRun(states=[state])
        for number, step in enumerate(self._steps):
            if run.ended is not None:
                break
            before = run.states[-1]
            concerned = all(same_value(before[slot], wanted) for slot, wanted in step.guards)
            run.concerned.append(concerned)
            if not concerned:
                run.states.append(before)
                continue
            leaf = self._known(number, before) or self._new(number, step, before)
            run.findings |= {(finding, subject, step.id) for finding, subject in leaf.found}
            run.states.append({**before, **leaf.writes} if leaf.writes else before)
            if leaf.ended is not None:
                run.ended = (step.id, *leaf.ended)
        return run

    def _known(self, number: int, state: PlainState) -> _Leaf | None:
        here = self._trees[number]
        while isinstance(here, _Branch):
            here = here.ways.get(state[here.slot])
        return here

    def _new(self, number: int, step: CompiledStep, before: PlainState) -> _Leaf:
        asked = _Asked(before)
        view = OneStart(before)
        view.state = asked
        ended = None
        try:
            step.act(view)
        except Ended as end:
            ended = (end.how, end.finding)
        writes = {slot: dict.__getitem__(asked, slot) for slot in asked.written}
        leaf = _Leaf(writes, view.found, ended)
        if self._leaves < MOST_LEAVES:
            self._leaves += 1
            self._grow(number, list(asked.asked.items()), leaf)
        return leaf

    def _grow(self, number: int, asked: list[tuple[str, Any]], leaf: _Leaf) -> None:
        made: _Branch | _Leaf = leaf
        here = self._trees[number]
        at = 0
        while isinstance(here, _Branch):
            slot, value = asked[at]
            assert slot == here.slot, "a step asks the same of phones that answered alike"
            at += 1
            following = here.ways.get(value)
            if following is None:
                break
            here = following
        for slot, value in reversed(asked[at:]):
            made = _Branch(slot, {value: made})
        if isinstance(here, _Branch):
            here.ways[asked[at - 1][1]] = made
        else:
            self._trees[number] = made
