"""The member of a set that lies nearest to the usual start."""

from dataclasses import dataclass

from anleitung.core.diagrams.space import LEAF_LEVEL, Node, Space


@dataclass(frozen=True, slots=True)
class Witness:
    """The nearest member: what differs from the defaults, in the order of the facts."""

    differs: tuple[tuple[str, str], ...]
    cost: int

    def start(self, space: Space) -> dict[str, str]:
        return {fact.name: fact.default for fact in space.facts} | dict(self.differs)


def find_witness(space: Space, within: Node) -> Witness | None:
    """The cheapest member; ties go to the smaller (fact, value) names. None for the empty set.

    A fact that the diagram skips keeps its default, which costs nothing.
    """
    memo: dict[Node, Witness | None] = {}

    def walk(node: Node) -> Witness | None:
        if node.level == LEAF_LEVEL:
            return Witness((), 0) if node.value is True else None
        if node in memo:
            return memo[node]
        fact = space.facts[node.level]
        best: Witness | None = None
        for value, kid in zip(fact.values, node.kids, strict=True):
            below = walk(kid)
            if below is None:
                continue
            if value == fact.default:
                found = below
            else:
                found = Witness(((fact.name, value), *below.differs), below.cost + fact.weight)
            if best is None or (found.cost, found.differs) < (best.cost, best.differs):
                best = found
        memo[node] = best
        return best

    return walk(within)
