"""Counting by the values of one fact, all of them in one walk."""

from anleitung.core.diagrams.space import FactKind, Node, Space


def count_each(space: Space, a: Node, name: str, kinds: frozenset[FactKind]) -> dict[str, int]:
    """How many starts of the set have each value of the fact, told apart by facts of these kinds.

    The fact is of one of them. What counting the set within each value would say.
    """
    level = space.level_of[name]
    values = space.facts[level].values
    memo: dict[Node, list[int]] = {}

    def each(node: Node) -> list[int]:
        """Counted over all facts, as Space.count does: those that a node leaves open as well."""
        found = memo.get(node)
        if found is None:
            if node.level < level:
                below = [each(kid) for kid in node.kids]
                found = [sum(counts) // len(below) for counts in zip(*below, strict=True)]
            elif node.level == level:
                found = [space.count(kid, kinds) // len(values) for kid in node.kids]
            else:
                found = [space.count(node, kinds) // len(values)] * len(values)
            memo[node] = found
        return found

    hidden = frozenset(FactKind) - kinds
    return dict(zip(values, each(space.exists(a, hidden)), strict=True))
