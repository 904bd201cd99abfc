"""Random procedures that know nothing of phones: small trees of reads and writes.

They find faults of the engine that procedures of the real catalogue hide, such as a read that
misses a write of the same step.
"""

from dataclasses import dataclass
from typing import Any

from hypothesis import strategies as st

from anleitung.core.diagrams.run import CompiledStep, Procedure
from anleitung.core.diagrams.space import Fact, FactKind, Space
from anleitung.core.diagrams.subject import Algebra, Subject

VALUES = ("x", "y", "z")
START = ("f0", "f1", "f2", "f3")
SLOTS = (*START, "s0", "s1")


def facts() -> list[Fact]:
    return [
        Fact("f0", VALUES, "x", 2),
        Fact("f1", VALUES, "y"),
        Fact("f2", VALUES[:2], "x", 3),
        Fact("f3", VALUES[:2], "y", 1, FactKind.OPTION),
    ]


def follow(value: str) -> str:
    return {"x": "y", "y": "z", "z": "x"}[value]


def larger(a: str, b: str) -> str:
    return max(a, b)


def before(a: str, b: str) -> bool:
    return a < b


@dataclass(frozen=True)
class Differs:
    """A formula: unknown where both slots hold z, else whether they differ."""

    a: str
    b: str

    def over(self, algebra: Algebra) -> Any:
        return algebra.combine(differs, algebra.slot(self.a), algebra.slot(self.b))


def differs(a: str, b: str) -> bool | None:
    return None if a == b == "z" else a != b


# A program is a tuple of instructions; ("if", read, then, else) nests.
_slot = st.sampled_from(SLOTS)
_value = st.sampled_from(VALUES)
_write = st.one_of(
    st.tuples(st.just("set"), _slot, _value),
    st.tuples(st.just("copy"), _slot, _slot),
    st.tuples(st.just("map"), _slot, _slot),
    st.tuples(st.just("join"), _slot, _slot, _slot),
    st.tuples(st.just("swap"), _slot, _slot),
    st.tuples(st.just("find"), st.sampled_from(("minor", "major"))),
    st.tuples(st.just("pick"), _slot, _slot),
    st.tuples(st.just("stop"), st.sampled_from(("stopped", "dead"))),
)
_read = st.one_of(
    st.tuples(st.just("is"), _slot, _value),
    st.tuples(st.just("in"), _slot, st.sets(_value, min_size=1, max_size=2).map(frozenset)),
    st.tuples(st.just("same"), _slot, _slot),
    st.tuples(st.just("relation"), _slot, _slot),
    st.tuples(st.just("truth"), _slot, _slot),
)
programs = st.recursive(
    st.lists(_write, max_size=3).map(tuple),
    lambda inner: st.tuples(st.lists(_write, max_size=2).map(tuple), _read, inner, inner).map(
        lambda t: (*t[0], ("if", t[1], t[2], t[3]))
    ),
    max_leaves=6,
)


@dataclass(frozen=True)
class Act:
    program: tuple[Any, ...]

    def __call__(self, subject: Subject) -> None:
        _do(subject, self.program)


def _do(subject: Subject, program: tuple[Any, ...]) -> None:
    for name, *rest in program:
        if name == "if":
            read, then, otherwise = rest
            _do(subject, then if _ask(subject, *read) else otherwise)
        elif name == "set":
            subject.set(*rest)
        elif name == "copy":
            subject.copy(*rest)
        elif name == "map":
            subject.map(follow, *rest)
        elif name == "join":
            subject.join(larger, *rest)
        elif name == "swap":
            subject.swap(*rest)
        elif name == "find":
            subject.find(rest[0], "it")
        elif name == "pick":
            subject.set(rest[0], subject.pick(rest[1]))
        elif name == "stop":
            subject.end(rest[0], "ended")


def _ask(subject: Subject, name: str, a: str, b: Any) -> bool:
    if name == "is":
        return subject.is_(a, b)
    if name == "in":
        return subject.isin(a, b)
    if name == "same":
        return subject.same(a, b)
    if name == "relation":
        return subject.relation(before, a, b)
    known = subject.truth(Differs(a, b))
    if known is None:
        subject.find("unknown", a)
    return known is not False


_guard = st.one_of(
    st.just(()), st.tuples(st.tuples(st.sampled_from(SLOTS), st.sampled_from(VALUES)))
)
steps = st.lists(st.tuples(programs, _guard), min_size=1, max_size=5).map(
    lambda made: tuple(CompiledStep(f"n{i}", Act(p), g) for i, (p, g) in enumerate(made))
)


def make_procedure(
    made: tuple[CompiledStep, ...], admit: frozenset[str] = frozenset(VALUES)
) -> Procedure:
    space = Space(facts())
    start = {name: space.var(name) for name in START}
    start |= {"s0": space.leaf("x"), "s1": space.map(follow, space.var("f1"))}
    admitted = space.map(frozenset(admit).__contains__, space.var("f0"))
    return Procedure(space, start, admitted, made)
