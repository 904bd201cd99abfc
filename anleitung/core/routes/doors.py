"""The quick part of an admission: single facts that it asks, held against one phone.

Most guides are not for a phone as it stands. What the parts of an admission ask of one slot alone
is looked up; only where none of that speaks against the phone is the whole condition worked out.
"""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from anleitung.core.conditions.model import (
    Compare,
    Condition,
    EverySlot,
    In,
    Is,
    OtherSlot,
    Vocabulary,
    Where,
    conjuncts,
)

Test = Callable[[Any], bool]


@dataclass(frozen=True)
class Doors:
    """tests: slot and what must be true of its value, for the whole to be true."""

    tests: tuple[tuple[str, Test], ...]

    def shut_out(self, state: Mapping[str, Any]) -> bool:
        """Whether a slot speaks against the phone. A slot that is not there says nothing."""
        return any(slot in state and not test(state[slot]) for slot, test in self.tests)


class Hall:
    """The doors of many guides: which of them a phone finds shut, without trying each.

    What a value of a slot shuts is worked out when a phone first has it.
    """

    def __init__(self, doors: Sequence[Doors]) -> None:
        self._tests: dict[str, list[tuple[int, Test]]] = {}
        for at, each in enumerate(doors):
            for slot, test in each.tests:
                self._tests.setdefault(slot, []).append((1 << at, test))
        self._shut: dict[tuple[str, type, Any], int] = {}

    def shut_out(self, state: Mapping[str, Any]) -> int:
        """A bit for each of the doors, by its place: set where it is shut."""
        found = 0
        for slot, tests in self._tests.items():
            if slot in state:
                value = state[slot]
                key = (slot, type(value), value)
                if key not in self._shut:
                    self._shut[key] = sum({bit for bit, test in tests if not test(value)})
                found |= self._shut[key]
        return found


def doors_of(condition: Condition, vocabulary: Vocabulary) -> Doors:
    found = [each for part in conjuncts(condition) for each in _tests(part, vocabulary, "here")]
    return Doors(tuple(found))


def _tests(part: Condition, vocabulary: Vocabulary, where: Where) -> Iterator[tuple[str, Test]]:
    match part:
        case EverySlot(of):
            yield from _tests(of, vocabulary, "every")
        case OtherSlot(of):
            yield from _tests(of, vocabulary, "other")
        case Is(fact, value):
            yield from _of_slots(fact, frozenset({value}).__contains__, vocabulary, where)
        case In(fact, values):
            yield from _of_slots(fact, frozenset(values).__contains__, vocabulary, where)
        case Compare(fact, operator, value):
            order = vocabulary[fact].order

            def compared(mine: Any) -> bool:
                return order is None or order.compare(mine, operator, value) is True

            yield from _of_slots(fact, compared, vocabulary, where)
        case _:
            return  # a part that is more than one comparison is left to the whole condition


def _of_slots(
    fact: str, test: Test, vocabulary: Vocabulary, where: Where
) -> Iterator[tuple[str, Test]]:
    for slot in vocabulary[fact].slots(where):
        yield slot, test
