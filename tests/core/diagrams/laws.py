"""The laws of a run, asked of any procedure. Each holds the run against enumeration."""

from collections import defaultdict
from functools import lru_cache

from anleitung.core.diagrams.one import run_one
from anleitung.core.diagrams.run import Procedure, Run
from anleitung.core.diagrams.space import Node, Space, Value
from anleitung.core.diagrams.witness import find_witness


@lru_cache(maxsize=300)
def starts_of(space: Space, node: Node) -> tuple[dict[str, str], ...]:
    """All laws ask for the same ones."""
    return tuple(space.starts(node))


def members(space: Space, node: Node) -> set[tuple[str, ...]]:
    return {tuple(start.values()) for start in starts_of(space, node)}


def assert_equals_each_by_itself(procedure: Procedure, run: Run) -> None:
    """Law 1: findings, ends, the state after every step: exactly as each start by itself."""
    space = procedure.space
    found: dict[object, set[tuple[str, ...]]] = defaultdict(set)
    ended: dict[object, set[tuple[str, ...]]] = defaultdict(set)
    for start in starts_of(space, procedure.admitted):
        name = tuple(start.values())
        alone = run_one(procedure, start)
        for key in alone.findings:
            found[key].add(name)
        if alone.ended is not None:
            ended[alone.ended].add(name)
        # Many slots hold the same diagram, and most of them do so after one step as after the next.
        here: dict[Node, Value] = {}
        for state, mine in zip(run.states, alone.states, strict=False):
            here |= {node: space.at(node, start) for node in set(state.values()) - here.keys()}
            assert {slot: here[node] for slot, node in state.items()} == mine
        for concerned, mine_too in zip(run.concerned, alone.concerned, strict=False):
            assert space.at(concerned, start) is mine_too
    assert {key: members(space, node) for key, node in run.findings.items()} == found
    assert {key: members(space, node) for key, node in run.ended.items()} == ended


def assert_alive_and_ended_cover(procedure: Procedure, run: Run) -> None:
    """Law 4: alive at the end and ended are disjoint, and together they are the admission."""
    space = procedure.space
    parts = [run.alive[-1], *run.ended.values()]
    together = space.false
    for part in parts:
        assert space.both(together, part) is space.false
        together = space.either(together, part)
    assert together is procedure.admitted


def assert_witness_is_nearest(procedure: Procedure, run: Run) -> None:
    """Law 3: a member, and none is nearer; ties go to the smaller names."""
    space = procedure.space
    weights = {fact.name: fact.weight for fact in space.facts}
    defaults = {fact.name: fact.default for fact in space.facts}

    def rank(start: dict[str, str]) -> tuple[int, tuple[tuple[str, str], ...]]:
        differs = tuple((n, v) for n, v in start.items() if v != defaults[n])
        return sum(weights[n] for n, _ in differs), differs

    for node in run.findings.values():
        witness = find_witness(space, node)
        assert witness is not None
        assert space.at(node, witness.start(space)) is True
        nearest = min(map(rank, starts_of(space, node)))
        assert (witness.cost, witness.differs) == nearest


def assert_counts_equal_enumeration(procedure: Procedure, run: Run) -> None:
    """Law 7."""
    space = procedure.space
    for node in (*run.findings.values(), *run.alive, procedure.admitted):
        assert space.count(node) == len(starts_of(space, node))


LAWS = (
    assert_equals_each_by_itself,
    assert_witness_is_nearest,
    assert_alive_and_ended_cover,
    assert_counts_equal_enumeration,
)
