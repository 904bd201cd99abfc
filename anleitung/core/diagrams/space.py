"""Interned decision diagrams: functions from a start to a value.

Equal functions are the same object, so ``is`` decides equality. Sets are functions whose
leaves are True and False.
"""

from collections.abc import Callable, Hashable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from enum import Enum
from typing import Any

Value = Hashable
LEAF_LEVEL = 1 << 30


class FactKind(Enum):
    """What a start fact stands for."""

    PHONE = "phone"  # a property of the phone or its owner
    OPTION = "option"  # a choice the reader makes; nothing writes it
    ORACLE = "oracle"  # a hidden fact that decides what became unknown


@dataclass(frozen=True, slots=True)
class Fact:
    """One start fact. values: at least one, without repeats; weight: cost of leaving the default.

    Raises ValueError where the default is not among the values.
    """

    name: str
    values: tuple[str, ...]
    default: str
    weight: int = 1
    kind: FactKind = FactKind.PHONE

    def __post_init__(self) -> None:
        if self.default not in self.values or len(set(self.values)) != len(self.values):
            raise ValueError(f"fact {self.name}: default {self.default!r}, values {self.values!r}")


class Node:
    """A leaf with a value, or a choice by the fact at ``level`` with one kid per domain value."""

    __slots__ = ("kids", "level", "value")

    def __init__(self, level: int, kids: "tuple[Node, ...]", value: Value) -> None:
        self.level = level
        self.kids = kids
        self.value = value


class Space:
    """The facts in their fixed order, and every diagram over them.

    Tables only grow: a space lives as long as one proof and is thrown away with it.
    """

    def __init__(self, facts: Sequence[Fact]) -> None:
        self.facts = tuple(facts)
        self.level_of = {fact.name: level for level, fact in enumerate(self.facts)}
        if len(self.level_of) != len(self.facts):
            raise ValueError("two facts share a name")
        self._widths = tuple(len(fact.values) for fact in self.facts)
        self._leaves: dict[tuple[type, Value], Node] = {}
        self._nodes: dict[tuple[int, tuple[Node, ...]], Node] = {}
        self._vars: dict[int, Node] = {}
        # Answers are kept, so that nothing is worked out twice; remembered: how many.
        self._maps: dict[Callable[[Any], Value], dict[Node, Node]] = {}
        self._joins: dict[Callable[[Any, Any], Value], dict[tuple[Node, Node], Node]] = {}
        self._ites: dict[tuple[Node, Node, Node], Node] = {}
        self._memo: dict[tuple[Any, ...], Any] = {}
        self.remembered = 0
        self._counts: dict[frozenset[FactKind], tuple[list[int], dict[Node, int]]] = {}
        # What other questions about these diagrams came to, by the question.
        self.answers: dict[tuple[Any, ...], Any] = {}
        self.true = self.leaf(True)
        self.false = self.leaf(False)

    # -- building ---------------------------------------------------------------------------

    def leaf(self, value: Value) -> Node:
        # The type is part of the key: True and 1 are equal in Python and must not be here.
        key = (type(value), value)
        node = self._leaves.get(key)
        if node is None:
            node = self._leaves[key] = Node(LEAF_LEVEL, (), value)
        return node

    def mk(self, level: int, kids: tuple[Node, ...]) -> Node:
        first = kids[0]
        for kid in kids:
            if kid is not first:
                break
        else:
            return first
        key = (level, kids)
        node = self._nodes.get(key)
        if node is None:
            node = self._nodes[key] = Node(level, kids, None)
        return node

    def var(self, name: str) -> Node:
        """The function that gives the start's value of one fact."""
        level = self.level_of[name]
        found = self._vars.get(level)
        if found is None:
            found = self.mk(level, tuple(self.leaf(v) for v in self.facts[level].values))
            self._vars[level] = found
        return found

    @property
    def size(self) -> int:
        return len(self._nodes)

    # -- combining --------------------------------------------------------------------------

    def map(self, fn: Callable[[Any], Value], a: Node) -> Node:
        """fn after a. fn: a module-level function or an interned value; a fresh lambda leaks."""
        memo = self._maps.get(fn)
        if memo is None:
            memo = self._maps[fn] = {}
        found = memo.get(a)
        return self._map(fn, a, memo) if found is None else found

    def _map(self, fn: Callable[[Any], Value], a: Node, memo: dict[Node, Node]) -> Node:
        if a.level == LEAF_LEVEL:
            found = self.leaf(fn(a.value))
        else:
            kids = []
            for kid in a.kids:
                done = memo.get(kid)
                kids.append(self._map(fn, kid, memo) if done is None else done)
            found = self.mk(a.level, tuple(kids))
        memo[a] = found
        self.remembered += 1
        return found

    def join(self, fn: Callable[[Any, Any], Value], a: Node, b: Node) -> Node:
        """The function start → fn(a(start), b(start))."""
        memo = self._joins.get(fn)
        if memo is None:
            memo = self._joins[fn] = {}
        found = memo.get((a, b))
        return self._join(fn, a, b, memo) if found is None else found

    def _join(
        self,
        fn: Callable[[Any, Any], Value],
        a: Node,
        b: Node,
        memo: dict[tuple[Node, Node], Node],
    ) -> Node:
        level = a.level if a.level < b.level else b.level
        if level == LEAF_LEVEL:
            found = self.leaf(fn(a.value, b.value))
        else:
            kids = []
            for pair in zip(self._kids(a, level), self._kids(b, level), strict=True):
                done = memo.get(pair)
                kids.append(self._join(fn, *pair, memo) if done is None else done)
            found = self.mk(level, tuple(kids))
        memo[a, b] = found
        self.remembered += 1
        return found

    def ite(self, c: Node, a: Node, b: Node) -> Node:
        """a where the set c holds, else b."""
        if c is self.true or a is b:
            return a
        if c is self.false:
            return b
        if a is self.true and b is self.false:
            return c
        return self._ites.get((c, a, b)) or self._ite(c, a, b)

    def _ite(self, c: Node, a: Node, b: Node) -> Node:
        level = c.level
        if a.level < level:
            level = a.level
        if b.level < level:
            level = b.level
        true, false, memo = self.true, self.false, self._ites
        kids = []
        # A loop without calls where it can be: this is where most of a proof's time goes.
        for part in zip(
            self._kids(c, level), self._kids(a, level), self._kids(b, level), strict=True
        ):
            x, y, z = part
            if x is true or y is z:
                kids.append(y)
            elif x is false:
                kids.append(z)
            elif y is true and z is false:
                kids.append(x)
            else:
                kids.append(memo.get(part) or self._ite(x, y, z))
        found = memo[c, a, b] = self.mk(level, tuple(kids))
        self.remembered += 1
        return found

    def _kids(self, node: Node, level: int) -> tuple[Node, ...]:
        """One kid for each value of the fact; a node below does not depend on it."""
        return node.kids if node.level == level else (node,) * self._widths[level]

    # -- sets -------------------------------------------------------------------------------

    def both(self, a: Node, b: Node) -> Node:
        return self.ite(a, b, self.false)

    def either(self, a: Node, b: Node) -> Node:
        return self.ite(a, self.true, b)

    def minus(self, a: Node, b: Node) -> Node:
        return self.ite(b, self.false, a)

    def where(self, a: Node, value: Value) -> Node:
        """The set of starts for which a gives exactly this value (same type)."""
        return self.map(_Equals(type(value), value), a)

    def restrict(self, a: Node, known: Mapping[str, Iterable[str]]) -> Node:
        """a with each known fact narrowed to its possible values; the others stay open.

        Starts outside ``known`` take the value of the first start inside, so only leaves that
        a possible start reaches remain.
        """
        allowed = {
            self.level_of[name]: tuple(
                i for i, v in enumerate(self.facts[self.level_of[name]].values) if v in set(values)
            )
            for name, values in known.items()
        }
        if any(not kept for kept in allowed.values()):
            raise ValueError("a known fact has no possible value")
        memo: dict[Node, Node] = {}

        def walk(node: Node) -> Node:
            if node.level == LEAF_LEVEL:
                return node
            done = memo.get(node)
            if done is None:
                kids = [walk(kid) for kid in node.kids]
                kept = allowed.get(node.level)
                if kept is not None:
                    kids = [kids[i] if i in kept else kids[kept[0]] for i in range(len(kids))]
                done = memo[node] = self.mk(node.level, tuple(kids))
            return done

        return walk(a)

    def exists(self, a: Node, kinds: frozenset[FactKind]) -> Node:
        """The starts for which some value of the facts of these kinds leads into a."""
        hidden = frozenset(i for i, fact in enumerate(self.facts) if fact.kind in kinds)
        return self._exists(a, hidden)

    def _exists(self, a: Node, hidden: frozenset[int]) -> Node:
        if a.level == LEAF_LEVEL:
            return a
        key = ("exists", hidden, a)
        found: Node | None = self._memo.get(key)
        if found is None:
            kids = tuple(self._exists(kid, hidden) for kid in a.kids)
            if a.level in hidden:
                found = self.false
                for kid in kids:
                    found = self.either(found, kid)
            else:
                found = self.mk(a.level, kids)
            self._memo[key] = found
            self.remembered += 1
        return found

    # -- asking -----------------------------------------------------------------------------

    def at(self, a: Node, start: Mapping[str, str]) -> Value:
        """The value for one start. start: a value for every fact."""
        while a.level != LEAF_LEVEL:
            fact = self.facts[a.level]
            a = a.kids[fact.values.index(start[fact.name])]
        return a.value

    def leaves(self, a: Node) -> frozenset[Value]:
        found: frozenset[Value] | None = self._memo.get(("leaves", a))
        if found is None:
            if a.level == LEAF_LEVEL:
                found = frozenset({a.value})
            else:
                found = frozenset().union(*(self.leaves(kid) for kid in a.kids))
            self._memo["leaves", a] = found
        return found

    def support(self, a: Node) -> frozenset[int]:
        """The levels of the facts that the function depends on."""
        found: frozenset[int] | None = self._memo.get(("support", a))
        if found is None:
            found = frozenset().union(*(self.support(kid) for kid in a.kids))
            if a.level != LEAF_LEVEL:
                found |= {a.level}
            self._memo["support", a] = found
        return found

    def leaves_within(self, a: Node, within: Node) -> list[Value]:
        """The values that a takes inside a set, in a fixed order (by type, then print)."""
        values = [value for (value,) in self.values_within((a,), within)]
        return sorted(values, key=lambda v: (type(v).__name__, str(v)))

    def values_within(self, nodes: tuple[Node, ...], within: Node) -> list[tuple[Value, ...]]:
        """What several functions take together inside a set, in no order."""
        found: dict[tuple[Node, ...], None] = {}
        seen = set()
        todo = [(within, *nodes)]
        while todo:
            here = todo.pop()
            if here[0] is self.false or here in seen:
                continue
            seen.add(here)
            level = min([node.level for node in here])
            if level == LEAF_LEVEL:
                found[here[1:]] = None
            else:
                todo += zip(*[self._kids(node, level) for node in here], strict=True)
        return [tuple([node.value for node in each]) for each in found]

    def told_apart(
        self, fn: Callable[..., Value], nodes: tuple[Node, ...], within: Node
    ) -> dict[Value, Node]:
        """The starts of a set, by what fn makes of the values that several functions take there.

        fn gives values of one type, None aside.
        """
        outside = self.leaf(_OUTSIDE)
        memo: dict[tuple[Node, ...], Node] = {}

        def walk(here: tuple[Node, ...]) -> Node:
            if here[0] is self.false:
                return outside
            found = memo.get(here)
            if found is None:
                level = min([node.level for node in here])
                if level == LEAF_LEVEL:
                    found = self.leaf(fn(*[node.value for node in here[1:]]))
                else:
                    parts = zip(*[self._kids(node, level) for node in here], strict=True)
                    found = self.mk(level, tuple([walk(part) for part in parts]))
                memo[here] = found
            return found

        told = walk((within, *nodes))
        values = [value for value in self.leaves(told) if value != _OUTSIDE]
        return {value: self.where(told, value) for value in values}

    def count(self, a: Node, kinds: frozenset[FactKind] = frozenset(FactKind)) -> int:
        """How many starts lie in the set, told apart by facts of these kinds only."""
        hidden = frozenset(FactKind) - kinds
        if hidden:
            a = self.exists(a, hidden)
        if kinds not in self._counts:
            widths = [len(f.values) if f.kind in kinds else 1 for f in self.facts]
            products = [1]
            for width in reversed(widths):
                products.append(products[-1] * width)
            self._counts[kinds] = (products[::-1], {})
        below, sizes = self._counts[kinds]

        def size_at(node: Node, level: int) -> int:
            """Members, counted over the facts from ``level`` on."""
            if node.level == LEAF_LEVEL:
                return below[level] if node.value is True else 0
            inner = sizes.get(node)
            if inner is None:
                inner = sizes[node] = sum([size_at(kid, node.level + 1) for kid in node.kids])
            return inner * (below[level] // below[node.level])

        return size_at(a, 0)

    def starts(self, within: Node) -> Iterable[dict[str, str]]:
        """Every start of the set, one by one; for tests and small sets."""

        def walk(level: int, node: Node, chosen: dict[str, str]) -> Iterable[dict[str, str]]:
            if node is self.false:
                return
            if level == len(self.facts):
                yield dict(chosen)
                return
            fact = self.facts[level]
            for i, value in enumerate(fact.values):
                chosen[fact.name] = value
                yield from walk(level + 1, _kid(node, level, i), chosen)

        yield from walk(0, within, {})


_OUTSIDE = ("outside",)


def _kid(node: Node, level: int, index: int) -> Node:
    return node.kids[index] if node.level == level else node


@dataclass(frozen=True, slots=True)
class _Equals:
    """Tests for one value; carries the type, since True == 1."""

    kind: type
    value: Value

    def __call__(self, other: Value) -> bool:
        return type(other) is self.kind and other == self.value


@dataclass(frozen=True, slots=True)
class OneOf:
    """Tests for membership; a value of its own so that equal sets share memo entries."""

    values: frozenset[str]

    def __call__(self, other: Value) -> bool:
        return other in self.values
