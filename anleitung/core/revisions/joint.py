"""One space for the phones of two runs, and the functions of each run carried into it."""

from collections.abc import Mapping, Sequence
from dataclasses import replace

from anleitung.core.diagrams.space import Fact, FactKind, Node, Space, Value
from anleitung.core.phone.world import NOT_LISTED


class Joint:
    """names: how facts of the second run are called in the first, where a step changed its id.

    A fact that one run does not know is, for it, as on the usual phone, and a choice the usual one:
    it says nothing of others.
    """

    def __init__(self, first: Space, second: Space, names: Mapping[str, str]) -> None:
        renamed = [replace(f, name=names.get(f.name, f.name)) for f in second.facts]
        self.space = Space(_merged(first.facts, renamed))
        self.first = Carried(first, first.facts, self.space)
        self.second = Carried(second, renamed, self.space)


class Carried:
    """Functions of one run, as functions over the joint space."""

    def __init__(self, source: Space, facts: Sequence[Fact], joint: Space) -> None:
        self._joint = joint
        self._levels = [joint.level_of[fact.name] for fact in facts]
        self._picks = [_picks(fact, joint.facts[joint.level_of[fact.name]]) for fact in facts]
        self._memo: dict[tuple[Node, Value], Node] = {}
        self.known = joint.true
        own = {fact.name for fact in facts}
        for fact in joint.facts:
            if fact.name not in own and fact.kind is not FactKind.ORACLE:
                usual = joint.where(joint.var(fact.name), fact.default)
                self.known = joint.both(self.known, usual)

    def set(self, node: Node) -> Node:
        """A set of phones; none of it is a phone that this run cannot know."""
        return self._joint.both(self(node, False), self.known)

    def __call__(self, node: Node, unknown: Value = None) -> Node:
        """unknown: the value for phones that this run cannot know."""
        if not node.kids:
            return self._joint.leaf(node.value)
        key = (node, unknown)
        found = self._memo.get(key)
        if found is None:
            kids = [self(kid, unknown) for kid in node.kids]
            other = self._joint.leaf(unknown)
            level = self._levels[node.level]
            chosen = [other if i is None else kids[i] for i in self._picks[node.level]]
            found = self._memo[key] = self._choice(level, chosen)
        return found

    def _choice(self, level: int, kids: list[Node]) -> Node:
        joint = self._joint
        if all(kid.level > level for kid in kids):
            return joint.mk(level, tuple(kids))
        # The two runs have their facts in another order: put together value by value.
        found = kids[-1]
        for value, kid in zip(joint.facts[level].values[:-1], kids[:-1], strict=True):
            here = joint.where(joint.var(joint.facts[level].name), value)
            found = joint.ite(here, kid, found)
        return found


def _picks(own: Fact, joint: Fact) -> list[int | None]:
    """For each value of the joint fact the place of what it is in the run's own."""
    place = {value: i for i, value in enumerate(own.values)}
    return [place.get(value, place.get(NOT_LISTED)) for value in joint.values]


def _merged(first: Sequence[Fact], second: Sequence[Fact]) -> list[Fact]:
    """In the order of the second, with the values of both; what only the first has comes last."""
    mine = {fact.name: fact for fact in first}
    found = []
    for fact in second:
        own = mine.pop(fact.name, fact)
        values = (*own.values, *(v for v in fact.values if v not in own.values))
        found.append(replace(own, values=values))
    return [*found, *mine.values()]
