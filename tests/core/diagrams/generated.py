"""Random procedures that know nothing of phones: small trees of reads and writes.

They find faults of the engine that procedures of the real catalogue hide, such as a read that
misses a write of the same step.
"""

from dataclasses import dataclass
from random import Random
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


# A program is a tuple of instructions; ("if", read, then, else) nests. Drawn from one number each:
# drawing every part by itself took ten times as long as the laws that they are for.
_WRITES = {"set": "sv", "copy": "ss", "map": "ss", "join": "sss", "swap": "ss", "pick": "ss"}
_TOLD = {"find": ("minor", "major"), "stop": ("stopped", "dead")}
_READS = {"is": "sv", "in": "si", "same": "ss", "relation": "ss", "truth": "ss"}


def _parts(random: Random, wanted: str) -> tuple[Any, ...]:
    """s: a slot, v: a value, i: one or two values."""
    made = {
        "s": lambda: random.choice(SLOTS),
        "v": lambda: random.choice(VALUES),
        "i": lambda: frozenset(random.sample(VALUES, random.randint(1, 2))),
    }
    return tuple(made[each]() for each in wanted)


def _writes(random: Random, most: int) -> tuple[Any, ...]:
    found = []
    for _ in range(random.randint(0, most)):
        name = random.choice([*_WRITES, *_TOLD])
        told = (random.choice(_TOLD[name]),) if name in _TOLD else ()
        found.append((name, *told, *_parts(random, _WRITES.get(name, ""))))
    return tuple(found)


def _program(random: Random, depth: int) -> tuple[Any, ...]:
    if not depth or random.random() < 0.35:
        return _writes(random, 3)
    read = random.choice([*_READS])
    then, otherwise = _program(random, depth - 1), _program(random, depth - 1)
    asked = (read, *_parts(random, _READS[read]))
    return (*_writes(random, 2), ("if", asked, then, otherwise))


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


def _steps(seed: int) -> tuple[CompiledStep, ...]:
    random = Random(seed)
    return tuple(
        CompiledStep(
            f"n{at}",
            Act(_program(random, random.randint(0, 3))),
            (_parts(random, "sv"),) if random.random() < 0.5 else (),  # type: ignore[arg-type]
        )
        for at in range(random.randint(1, 5))
    )


steps = st.integers(0, 2**64).map(_steps)


def make_procedure(
    made: tuple[CompiledStep, ...], admit: frozenset[str] = frozenset(VALUES)
) -> Procedure:
    space = Space(facts())
    start = {name: space.var(name) for name in START}
    start |= {"s0": space.leaf("x"), "s1": space.map(follow, space.var("f1"))}
    admitted = space.map(frozenset(admit).__contains__, space.var("f0"))
    return Procedure(space, start, admitted, made)
