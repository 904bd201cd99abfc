"""What an action sees: the same calls for one concrete start and for all starts at once.

Which reads come, and in which order, may depend only on the state and on earlier answers.
"""

from collections.abc import Callable
from typing import Any, NoReturn, Protocol

from anleitung.core.diagrams.space import Value


class Algebra(Protocol):
    """How a formula combines slots; ``Any`` is a plain value or a diagram, never mixed."""

    def slot(self, name: str) -> Any: ...
    def const(self, value: Value) -> Any: ...
    def apply(self, fn: Callable[[Any], Value], a: Any) -> Any: ...
    def combine(self, fn: Callable[[Any, Any], Value], a: Any, b: Any) -> Any: ...


class Formula(Protocol):
    """Something that reads slots and gives True, False or None (not known)."""

    def over(self, algebra: Algebra) -> Any: ...


class Subject(Protocol):
    """The view of the state that a step function works on."""

    # Reads that split the starts by what they answer.
    def is_(self, slot: str, value: Value) -> bool: ...
    def isin(self, slot: str, values: frozenset[str]) -> bool: ...
    def test(self, fn: Callable[[Any], bool], slot: str) -> bool: ...
    def same(self, a: str, b: str) -> bool: ...
    def relation(self, fn: Callable[[Any, Any], bool], a: str, b: str) -> bool: ...
    def pick(self, slot: str) -> Value: ...
    def truth(self, formula: Formula) -> bool | None: ...

    # Writes; none of them splits.
    def set(self, slot: str, value: Value) -> None: ...
    def copy(self, target: str, source: str) -> None: ...
    def map(self, fn: Callable[[Any], Value], target: str, source: str) -> None: ...
    def join(self, fn: Callable[[Any, Any], Value], target: str, a: str, b: str) -> None: ...
    def swap(self, a: str, b: str) -> None: ...
    def store(self, target: str, formula: Formula) -> None: ...

    # What the step has to say about these starts.
    def find(self, finding: str, subject: str = "") -> None: ...
    def stop(self, finding: str, subject: str = "") -> NoReturn: ...
    def end(self, how: str, finding: str, subject: str = "") -> NoReturn: ...


class Ended(Exception):
    """A start takes no further part. how: "stopped" or a bad end of the model's own."""

    def __init__(self, how: str, finding: str) -> None:
        super().__init__(how, finding)
        self.how = how
        self.finding = finding


def same_value(a: Any, b: Any) -> bool:
    """Equal in type and value, since True == 1."""
    return type(a) is type(b) and bool(a == b)


def is_yes(value: Any) -> bool:
    return value is True


def is_known(value: Any) -> bool:
    return value is not None
