"""Steps that are run on one phone after the other: what a step did to a phone like this one.

A step asks only some slots, one after the other, and what it asks next follows from the answers so
far. So its questions make a tree: at each branch a slot, at each leaf what it wrote and found. A
phone that answers as an earlier one did comes to the same leaf, whatever the rest of it is like.
The same is true of all steps together: what they ask that none of them wrote before.
"""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Generic, TypeAlias, TypeVar

from anleitung.core.diagrams.one import OneRun, OneStart, PlainState
from anleitung.core.diagrams.run import CompiledStep
from anleitung.core.diagrams.space import Value
from anleitung.core.diagrams.subject import Ended, same_value

MOST_LEAVES = 1_000  # of all steps together; beyond that they are run without remembering
MOST_RUNS = 400  # of all steps in turn

_Held = TypeVar("_Held")


@dataclass(slots=True)
class _Leaf:
    """asked: in order; writes: slots that hold something else after it; ended: how and with which

    finding.
    """

    asked: tuple[str, ...]
    writes: PlainState
    found: list[tuple[str, str]]
    ended: tuple[str, str] | None


@dataclass(slots=True)
class _Path(Generic[_Held]):
    """Questions that everybody so far answered alike. then: what comes after them."""

    slots: tuple[str, ...]
    values: tuple[Value, ...]
    then: "_Branch[_Held] | _Held"


@dataclass(slots=True)
class _Branch(Generic[_Held]):
    """slot: what is asked here; ways: answer → what comes next."""

    slot: str
    ways: "dict[Value, _Node[_Held]]" = field(default_factory=dict)


_Node: TypeAlias = _Path[_Held] | _Branch[_Held] | _Held


class Tree(Generic[_Held]):
    """What comes of answers to questions, each of which follows from the answers before it."""

    def __init__(self) -> None:
        self._root: _Node[_Held] | None = None

    def tell(self, pair: Callable[[str, Value], int], held: Callable[[_Held], Any]) -> Any:
        """As plain values, from which ``learned`` makes the same tree; None where nothing is known.

        pair: a number that stands for a slot and its answer; held: what stands for a leaf, a dict.
        """

        def below(here: _Node[_Held]) -> Any:
            if isinstance(here, _Path):
                pairs = zip(here.slots, here.values, strict=True)
                return [[pair(slot, value) for slot, value in pairs], below(here.then)]
            if isinstance(here, _Branch):
                ways = list(here.ways.items())
                return [here.slot, [[value, below(then)] for value, then in ways]]
            return held(here)

        return None if self._root is None else below(self._root)

    @classmethod
    def learned(
        cls, told: Any, pairs: Sequence[tuple[str, Value]], held: Callable[[Any], _Held]
    ) -> "Tree[_Held]":
        """pairs: what the numbers of ``tell`` stand for; held: a leaf again."""

        def below(here: Any) -> _Node[_Held]:
            if isinstance(here, dict):
                return held(here)
            first, then = here
            if isinstance(first, str):
                return _Branch(first, {value: below(next_) for value, next_ in then})
            asked = [pairs[number] for number in first]
            return _path(tuple(s for s, _v in asked), tuple(v for _s, v in asked), below(then))

        tree: Tree[_Held] = cls()
        tree._root = None if told is None else below(told)
        return tree

    def __iter__(self) -> Iterator[tuple[dict[str, Value], _Held]]:
        """All that is known, each with the answers that it came of, in the order of asking."""

        def below(
            here: _Node[_Held] | None, asked: dict[str, Value]
        ) -> Iterator[tuple[dict[str, Value], _Held]]:
            if isinstance(here, _Path):
                more = dict(zip(here.slots, here.values, strict=True))
                yield from below(here.then, asked | more)
            elif isinstance(here, _Branch):
                # As they are now: another thread may be about to know more.
                for value, then in list(here.ways.items()):
                    yield from below(then, asked | {here.slot: value})
            elif here is not None:
                yield asked, here

        return below(self._root, {})

    def known(self, answer: Callable[[str], Value]) -> _Held | None:
        """What comes of these answers, None where nobody has answered so yet. answer: of any slot,

        also of one that is not asked of whoever answers so.
        """
        here = self._root
        while True:
            if isinstance(here, _Path):
                if tuple(map(answer, here.slots)) != here.values:
                    return None
                here = here.then
            elif isinstance(here, _Branch):
                here = here.ways.get(answer(here.slot))
            else:
                return here

    def grow(self, asked: Mapping[str, Value], held: _Held) -> None:
        """asked: slot → answer, in the order of asking; who answered alike so far was asked the

        same.
        """
        self._root = self._put(self._root, tuple(asked), tuple(asked.values()), held)

    def _put(
        self,
        here: _Node[_Held] | None,
        slots: tuple[str, ...],
        values: tuple[Value, ...],
        held: _Held,
    ) -> _Node[_Held]:
        if isinstance(here, _Branch):
            assert here.slot == slots[0], "who answered alike is asked the same"
            following = here.ways.get(values[0])
            here.ways[values[0]] = self._put(following, slots[1:], values[1:], held)
            return here
        if not isinstance(here, _Path):
            return _path(slots, values, held)
        alike = [mine == other for mine, other in zip(here.values, values, strict=False)]
        at = alike.index(False) if False in alike else len(here.slots)
        assert here.slots[: at + 1] == slots[: min(at + 1, len(here.slots))], (
            "who answered alike is asked the same"
        )
        if at == len(here.slots):
            then = self._put(here.then, slots[at:], values[at:], held)
            return _path(here.slots, here.values, then)
        ways = {
            here.values[at]: _path(here.slots[at + 1 :], here.values[at + 1 :], here.then),
            values[at]: _path(slots[at + 1 :], values[at + 1 :], held),
        }
        return _path(here.slots[:at], here.values[:at], _Branch(here.slots[at], ways))


def _path(slots: tuple[str, ...], values: tuple[Value, ...], then: _Node[_Held]) -> _Node[_Held]:
    """Two stretches that follow one another are one."""
    if isinstance(then, _Path):
        return _Path((*slots, *then.slots), (*values, *then.values), then.then)
    return _Path(slots, values, then) if slots else then


class Asked(PlainState):
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


@dataclass(slots=True)
class Whole:
    """All steps in turn. asked: what was asked of the phone as it began, with its answers, in

    order; writes: slots that hold something else at the end, or were written.
    """

    run: OneRun
    asked: dict[str, Value]
    writes: PlainState


class Remembered(Generic[_Held]):
    """The steps of one guide. Runs are those of run_from."""

    def __init__(self, steps: tuple[CompiledStep, ...]) -> None:
        self._steps = steps
        self._trees: list[Tree[_Leaf]] = [Tree() for _step in steps]
        self._leaves = 0
        self._runs: Tree[_Held] = Tree()
        self._held = 0

    def known(self, answer: Callable[[str], Value]) -> _Held | None:
        """What was made of the run of a phone that answers so. answer: of a slot as it begins."""
        return self._runs.known(answer)

    def outcome(
        self, begun: PlainState, also: tuple[str, ...], make: Callable[[Whole], _Held]
    ) -> _Held:
        """What ``make`` makes of the run of a phone, remembered. begun: the phone; also: slots that

        were looked at beside what the steps ask, in an order that follows from the answers.
        """
        whole = self._run(begun)
        made = make(whole)
        if self._held < MOST_RUNS:
            self._held += 1
            first = whole.run.states[0]
            asked = {slot: first[slot] for slot in also} | whole.asked
            self._runs.grow(asked, made)
        return made

    @property
    def outcomes(self) -> Tree[_Held]:
        """What was made of runs so far."""
        return self._runs

    def learn(self, outcomes: Tree[_Held]) -> None:
        """outcomes: of the same steps, as another process came to them."""
        held = sum(1 for _ in outcomes)
        for asked, made in self._runs:
            if held < MOST_RUNS and outcomes.known(asked.get) is None:
                held += 1
                outcomes.grow(asked, made)
        self._runs, self._held = outcomes, held

    def run_from(self, state: PlainState) -> OneRun:
        return self._run(state).run

    def _run(self, state: PlainState) -> Whole:
        run = OneRun(states=[state])
        whole = Whole(run, {}, {})
        for tree, step in zip(self._trees, self._steps, strict=True):
            if run.ended is not None:
                break
            before = run.states[-1]
            concerned = True
            for slot, wanted in step.guards:
                _note(whole, slot, before)
                if not same_value(before[slot], wanted):
                    concerned = False
                    break
            run.concerned.append(concerned)
            if not concerned:
                run.states.append(before)
                continue
            leaf = tree.known(before.__getitem__) or self._new(tree, step, before)
            for slot in leaf.asked:
                _note(whole, slot, before)
            whole.writes.update(leaf.writes)
            run.findings |= {(finding, subject, step.id) for finding, subject in leaf.found}
            run.states.append({**before, **leaf.writes} if leaf.writes else before)
            if leaf.ended is not None:
                run.ended = (step.id, *leaf.ended)
        return whole

    def _new(self, tree: Tree[_Leaf], step: CompiledStep, before: PlainState) -> _Leaf:
        asked = Asked(before)
        view = OneStart(before)
        view.state = asked
        ended = None
        try:
            step.act(view)
        except Ended as end:
            ended = (end.how, end.finding)
        writes = {slot: dict.__getitem__(asked, slot) for slot in asked.written}
        leaf = _Leaf(tuple(asked.asked), writes, view.found, ended)
        if self._leaves < MOST_LEAVES:
            self._leaves += 1
            tree.grow(asked.asked, leaf)
        return leaf


def _note(whole: Whole, slot: str, state: PlainState) -> None:
    """What a step wrote itself is nothing that it asks of the phone."""
    if slot not in whole.writes and slot not in whole.asked:
        whole.asked[slot] = state[slot]
