"""Changing the comparisons within conditions, as they stand in documents."""

from collections.abc import Callable
from typing import assert_never

from anleitung.core.conditions.model import (
    And,
    Compare,
    Condition,
    EverySlot,
    In,
    Is,
    Not,
    Or,
    OtherSlot,
)
from anleitung.core.conditions.text import parse_condition, print_condition

# The fields of documents that hold conditions.
CONDITIONS = frozenset({"admission", "holds", "that", "on", "when", "demands"})


def each_atom(condition: Condition, change: Callable[[Condition], Condition]) -> Condition:
    """The condition with every comparison in it as ``change`` gives it."""

    def again(part: Condition) -> Condition:
        return each_atom(part, change)

    match condition:
        case Not(of):
            return Not(again(of))
        case EverySlot(of):
            return EverySlot(again(of))
        case OtherSlot(of):
            return OtherSlot(again(of))
        case And(parts):
            return And(tuple(map(again, parts)))
        case Or(parts):
            return Or(tuple(map(again, parts)))
        case Is() | In() | Compare():
            return change(condition)
        case other:
            assert_never(other)


def condition_with(typed: str, change: Callable[[Condition], Condition]) -> str:
    """As it was typed where ``change`` leaves every comparison in it as it is."""
    read = parse_condition(typed)
    changed = each_atom(read, change)
    return typed if changed == read else print_condition(changed)
