"""The quick part of an admission: single facts that it asks, held against one phone.

Most guides are not for a phone as it stands. What the parts of an admission ask of one slot alone
is looked up; only where none of that speaks against the phone is the whole condition worked out.
"""

from collections.abc import Callable, Iterator, Mapping
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
