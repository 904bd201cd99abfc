"""A set of starts as a few boxes: for each fact, the values it may take.

A box is what can be said in one sentence ("variant is K6 and base is one of …"). A set that
needs too many of them is described by the one box around it, and marked as not exact.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from anleitung.core.diagrams.space import LEAF_LEVEL, Node, Space

Box = Mapping[str, tuple[str, ...]]


@dataclass(frozen=True, slots=True)
class Boxes:
    """boxes: facts that say nothing within the surroundings are left out; exact: no start more."""

    boxes: tuple[Box, ...]
    exact: bool


def possible_values(space: Space, within: Node) -> dict[str, tuple[str, ...]]:
    """For each fact, the values that occur in the set, in the order of its domain."""
    found: dict[str, tuple[str, ...]] | None = space.answers.get((possible_values, within))
    if found is None:
        found = space.answers[possible_values, within] = _occurring(space, within)
    return found


def _occurring(space: Space, within: Node) -> dict[str, tuple[str, ...]]:
    seen: list[set[int]] = [set() for _ in space.facts]
    reaches: dict[Node, bool] = {}

    def alive(node: Node) -> bool:
        if node.level == LEAF_LEVEL:
            return node.value is True
        if node not in reaches:
            reaches[node] = any(alive(kid) for kid in node.kids)
        return reaches[node]

    done: set[Node] = set()
    # A fact that some edge skips over can take every value on that edge.
    free: set[int] = set()

    def walk(node: Node, from_level: int) -> None:
        end = min(node.level, len(space.facts))
        free.update(range(from_level, end))
        if node.level == LEAF_LEVEL or node in done:
            return
        done.add(node)
        for i, kid in enumerate(node.kids):
            if alive(kid):
                seen[node.level].add(i)
                walk(kid, node.level + 1)

    if not alive(within):
        return {fact.name: () for fact in space.facts}
    walk(within, 0)
    return {
        fact.name: tuple(v for i, v in enumerate(fact.values) if level in free or i in seen[level])
        for level, fact in enumerate(space.facts)
    }


def describe(space: Space, part: Node, within: Node, *, most: int = 4) -> Boxes:
    """``part`` (a subset of ``within``) in at most ``most`` boxes, seen from ``within``."""
    boxes = _split(space, part, within, most)
    if boxes is None:
        return Boxes((_told_apart(space, part, within),), exact=False)
    return Boxes(tuple(boxes), exact=True)


def _told_apart(space: Space, part: Node, within: Node) -> dict[str, tuple[str, ...]]:
    inside, around = possible_values(space, part), possible_values(space, within)
    return {name: values for name, values in inside.items() if values != around[name]}


def box_set(space: Space, box: Box) -> Node:
    """The set of starts inside one box."""
    found = space.true
    for name, values in box.items():
        level = space.level_of[name]
        kids = tuple(space.true if v in values else space.false for v in space.facts[level].values)
        found = space.both(found, space.mk(level, kids))
    return found


def _split(space: Space, part: Node, within: Node, most: int) -> list[Box] | None:
    if part is space.false:
        return []
    box = _told_apart(space, part, within)
    if space.both(box_set(space, box), within) is part:
        return [_shortest(space, box, part, within)]
    if most < 2:
        return None
    # The first fact that tells members apart is the one its author would name first.
    node = part
    while len(by_kid := _groups(space, node)) == 1:
        node = next(iter(by_kid))
    fact = space.facts[node.level]
    found: list[Box] = []
    for values in by_kid.values():
        cell = box_set(space, {fact.name: tuple(values)})
        rest = _split(space, space.both(part, cell), within, most - len(found))
        if rest is None or len(found) + len(rest) > most:
            return None
        found += rest
    return found


def _shortest(space: Space, box: Box, part: Node, within: Node) -> Box:
    """The box without the facts that follow from the others; what came last goes first."""
    kept = dict(box)
    for name in list(box)[::-1]:
        fewer = {fact: values for fact, values in kept.items() if fact != name}
        if space.both(box_set(space, fewer), within) is part:
            kept = fewer
    return kept


def _groups(space: Space, node: Node) -> dict[Node, list[str]]:
    """The values of the node's fact that lead on, by where they lead."""
    found: dict[Node, list[str]] = {}
    for value, kid in zip(space.facts[node.level].values, node.kids, strict=True):
        if kid is not space.false:
            found.setdefault(kid, []).append(value)
    return found
