"""Which step of one state of a guide is which step of the other."""

from dataclasses import dataclass
from difflib import SequenceMatcher
from typing import Any

from anleitung.core.documents.base import body_of
from anleitung.core.guide.nested import Nested, OneStep
from anleitung.core.guide.walk import Row
from anleitung.core.phone.actions import Step

# What is said of a step, and not done by it.
WORDS = frozenset(
    {"prose", "pictures", "sight", "sight_kept", "ask", "says", "messages", "tries", "duration"}
)


@dataclass(frozen=True, slots=True)
class Pair:
    """Places of a row in either state, None where it is in one only. moved: among the others."""

    first: int | None
    second: int | None
    moved: bool = False


def match_rows(first: tuple[Row, ...], second: tuple[Row, ...]) -> list[Pair]:
    """By id where both do the same kind of thing; else by what they do. In the order of reading:

    what is gone stands before what came in its place.
    """
    partner = _partners(first, second)
    taken = set(partner.values())
    ordered = [partner[i] for i in sorted(partner)]
    stays = _longest_rising(ordered)
    pairs: list[Pair] = []
    at = 0
    for i in range(len(first) + 1):
        j = partner.get(i)
        until = len(second) if i == len(first) else j if j in stays else None
        if until is not None:
            while at < until:
                if at not in taken:
                    pairs.append(Pair(None, at))
                elif at not in stays:
                    back = next(k for k, v in partner.items() if v == at)
                    pairs.append(Pair(back, at, moved=True))
                at += 1
        if i == len(first):
            break
        if j is None:
            pairs.append(Pair(i, None))
        elif j in stays:
            pairs.append(Pair(i, j))
            at = j + 1
    return pairs


def _partners(first: tuple[Row, ...], second: tuple[Row, ...]) -> dict[int, int]:
    by_id = {row.step.id: j for j, row in enumerate(second)}
    partner = {
        i: by_id[row.step.id]
        for i, row in enumerate(first)
        if row.step.id in by_id and _kind(row.step) == _kind(second[by_id[row.step.id]].step)
    }
    # A step that was called otherwise is known by what it does, where it stands between the same.
    left = [i for i in range(len(first)) if i not in partner]
    taken = set(partner.values())
    free = [j for j in range(len(second)) if j not in taken]
    keys = [doing_of(first[i].step) for i in left], [doing_of(second[j].step) for j in free]
    names = [list(map(str, part)) for part in keys]
    matcher = SequenceMatcher(None, names[0], names[1], autojunk=False)
    for block in matcher.get_matching_blocks():
        for k in range(block.size):
            partner[left[block.a + k]] = free[block.b + k]
    return partner


def _kind(step: OneStep) -> str:
    return str(step.action)  # type: ignore[union-attr]


def doing_of(step: OneStep) -> dict[str, Any]:
    """What a step does, without its id and without what is said of it."""
    plain = plain_of(step)
    return {name: value for name, value in plain.items() if name not in WORDS and name != "id"}


def plain_of(step: OneStep) -> dict[str, Any]:
    """As plain values, the rows that it holds aside."""
    if isinstance(step, Nested):
        step = step.with_lists(dict.fromkeys(step.lists(), ()))
    assert isinstance(step, Step | Nested)
    return {"action": _kind(step), **body_of(step)}


def _longest_rising(values: list[int]) -> set[int]:
    """The longest part of a list that rises: what did not move."""
    ending: list[list[int]] = []
    longest: list[int] = []
    for value in values:
        before: list[int] = []
        for each in ending:
            if each[-1] < value and len(each) > len(before):
                before = each
        ending.append([*before, value])
        if len(ending[-1]) > len(longest):
            longest = ending[-1]
    return set(longest)
