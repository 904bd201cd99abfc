"""Conditions over facts with finite values, and their evaluation with three outcomes."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any, Literal, assert_never

from anleitung.core.diagrams.subject import Algebra

Operator = Literal["<", "<=", ">", ">="]


@dataclass(frozen=True, slots=True)
class Is:
    fact: str
    value: str


@dataclass(frozen=True, slots=True)
class In:
    """values: at least two, sorted, without repeats; made by ``one_of``."""

    fact: str
    values: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Compare:
    fact: str
    operator: Operator
    value: str


@dataclass(frozen=True, slots=True)
class EverySlot:
    """Holds for the running slot and for the other one."""

    of: "Condition"


@dataclass(frozen=True, slots=True)
class OtherSlot:
    """Holds for the slot that is not running; only for facts that stand in slots."""

    of: "Condition"


@dataclass(frozen=True, slots=True)
class Not:
    of: "Condition"


@dataclass(frozen=True, slots=True)
class And:
    """parts: none ("always") or at least two, no And among them; made by ``all_of``."""

    parts: tuple["Condition", ...]


@dataclass(frozen=True, slots=True)
class Or:
    """parts: at least two, no Or among them; made by ``any_of``."""

    parts: tuple["Condition", ...]


Condition = Is | In | Compare | EverySlot | OtherSlot | Not | And | Or

ALWAYS = And(())


def one_of(fact: str, values: list[str]) -> Condition:
    kept = tuple(sorted(set(values)))
    return Is(fact, kept[0]) if len(kept) == 1 else In(fact, kept)


def all_of(parts: list[Condition]) -> Condition:
    flat = tuple(p for part in parts for p in (part.parts if isinstance(part, And) else (part,)))
    return flat[0] if len(flat) == 1 else And(flat)


def any_of(parts: list[Condition]) -> Condition:
    flat = tuple(p for part in parts for p in (part.parts if isinstance(part, Or) else (part,)))
    return flat[0] if len(flat) == 1 else Or(flat)


def conjuncts(condition: Condition) -> tuple[Condition, ...]:
    """The parts of which each must hold; "always" has none."""
    return condition.parts if isinstance(condition, And) else (condition,)


def atoms(condition: Condition) -> list[Is | In | Compare]:
    """The comparisons of a condition, in order of reading."""
    match condition:
        case Is() | In() | Compare():
            return [condition]
        case Not(of) | EverySlot(of) | OtherSlot(of):
            return atoms(of)
        case And(parts) | Or(parts):
            return [atom for part in parts for atom in atoms(part)]
        case other:
            assert_never(other)


def placed_atoms(
    condition: Condition, where: "Where" = "here"
) -> list[tuple[Is | In | Compare, "Where"]]:
    """The comparisons, each with the slots that it speaks of: the innermost word counts."""
    match condition:
        case Is() | In() | Compare():
            return [(condition, where)]
        case Not(of):
            return placed_atoms(of, where)
        case EverySlot(of):
            return placed_atoms(of, "every")
        case OtherSlot(of):
            return placed_atoms(of, "other")
        case And(parts) | Or(parts):
            return [atom for part in parts for atom in placed_atoms(part, where)]
        case other:
            assert_never(other)


# -- evaluation -----------------------------------------------------------------------------


@dataclass(frozen=True, eq=False)
class Order:
    """Which build is newer. place: build → (line, rank); only builds of one line compare.

    Compared by identity, since it is part of memo keys.
    """

    place: Mapping[str, tuple[str, int]]

    def compare(self, a: str, operator: Operator, b: str) -> bool | None:
        """None where the two cannot be compared."""
        first, second = self.place.get(a), self.place.get(b)
        if first is None or second is None or first[0] != second[0]:
            return None
        match operator:
            case "<":
                return first[1] < second[1]
            case "<=":
                return first[1] <= second[1]
            case ">":
                return first[1] > second[1]
            case ">=":
                return first[1] >= second[1]
            case other:
                assert_never(other)


# Of which slots a comparison speaks: the running one, all of the phone, the one that does not run.
Where = Literal["here", "every", "other"]


@dataclass(frozen=True, slots=True)
class Term:
    """How a fact is read. A fact that stands in several slots holds where all of them do.

    here: the slots to read; everywhere: the same over every slot of the phone ("every slot:");
    values: the values it can be compared with, None for any; order: for < <= > >=.
    """

    here: tuple[str, ...]
    everywhere: tuple[str, ...] = ()
    values: frozenset[str] | None = None
    order: Order | None = None

    def slots(self, where: Where) -> tuple[str, ...]:
        """Those to read; none for "other" where it stands in no slot that does not run."""
        if where == "other":
            return tuple(slot for slot in self.everywhere if slot not in self.here)
        return self.everywhere if where == "every" and self.everywhere else self.here


Vocabulary = Mapping[str, Term]


def and3(a: bool | None, b: bool | None) -> bool | None:
    if a is False or b is False:
        return False
    return True if a is True and b is True else None


def or3(a: bool | None, b: bool | None) -> bool | None:
    if a is True or b is True:
        return True
    return False if a is False and b is False else None


def not3(a: bool | None) -> bool | None:
    return None if a is None else not a


@dataclass(frozen=True, slots=True)
class _Among:
    values: tuple[str, ...]

    def __call__(self, value: str) -> bool:
        return value in self.values


@dataclass(frozen=True, slots=True)
class _Compared:
    order: Order
    operator: Operator
    value: str

    def __call__(self, value: str) -> bool | None:
        return self.order.compare(value, self.operator, self.value)


@dataclass(frozen=True, slots=True)
class Evaluated:
    """A condition with the vocabulary that tells where its facts stand: a formula."""

    condition: Condition
    vocabulary: Vocabulary = field(compare=False)

    def over(self, algebra: Algebra) -> Any:
        """True, False or None per start. Raises KeyError for a fact that is not declared, or that

        stands in no other slot where one is spoken of.
        """
        return self._value(self.condition, algebra, where="here")

    def _value(self, condition: Condition, algebra: Algebra, *, where: Where) -> Any:
        match condition:
            case Is(fact, value):
                return self._atom(fact, _Among((value,)), algebra, where)
            case In(fact, values):
                return self._atom(fact, _Among(values), algebra, where)
            case Compare(fact, operator, value):
                order = self.vocabulary[fact].order
                if order is None:
                    raise KeyError(fact)
                return self._atom(fact, _Compared(order, operator, value), algebra, where)
            case EverySlot(of):
                return self._value(of, algebra, where="every")
            case OtherSlot(of):
                return self._value(of, algebra, where="other")
            case Not(of):
                inner = self._value(of, algebra, where=where)
                return algebra.apply(not3, inner)
            case And(parts):
                found = algebra.const(True)
                for part in parts:
                    value = self._value(part, algebra, where=where)
                    found = algebra.combine(and3, found, value)
                return found
            case Or(parts):
                found = algebra.const(False)
                for part in parts:
                    value = self._value(part, algebra, where=where)
                    found = algebra.combine(or3, found, value)
                return found
            case other:
                assert_never(other)

    def _atom(self, fact: str, test: Any, algebra: Algebra, where: Where) -> Any:
        slots = self.vocabulary[fact].slots(where)
        if not slots:
            raise KeyError(fact)
        found = algebra.const(True)
        for slot in slots:
            found = algebra.combine(and3, found, algebra.apply(test, algebra.slot(slot)))
        return found
