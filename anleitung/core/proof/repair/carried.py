"""Sets of phones of one run, compared with those of another over the same facts."""

from anleitung.core.diagrams.space import Node, Space


class Carried:
    """Sets of another space over the same facts, as sets of this one."""

    def __init__(self, space: Space) -> None:
        self._space = space
        self._memo: dict[Node, Node] = {}

    def __call__(self, node: Node) -> Node:
        if not node.kids:
            return self._space.leaf(node.value)
        found = self._memo.get(node)
        if found is None:
            found = self._space.mk(node.level, tuple(self(kid) for kid in node.kids))
            self._memo[node] = found
        return found
