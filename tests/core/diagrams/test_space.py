"""Diagrams equal plain functions, sets equal plain sets, and boxes say what they mean."""

from hypothesis import given, settings
from hypothesis import strategies as st

from anleitung.core.diagrams.boxes import box_set, describe, possible_values
from anleitung.core.diagrams.counts import count_each
from anleitung.core.diagrams.space import FactKind, Node, Space
from tests.core.diagrams.generated import VALUES, facts, larger

FACTS = facts()
ALL = [dict(start) for start in Space(FACTS).starts(Space(FACTS).true)]
tables = st.lists(st.sampled_from(VALUES), min_size=len(ALL), max_size=len(ALL))
sets = st.lists(st.booleans(), min_size=len(ALL), max_size=len(ALL))


def from_table(space: Space, values: list[object]) -> Node:
    """The diagram of a function that is given start by start."""
    found = space.leaf(values[0])
    for start, value in zip(ALL, values, strict=True):
        cell = box_set(space, {name: (v,) for name, v in start.items()})
        found = space.ite(cell, space.leaf(value), found)
    return found


@settings(max_examples=60)
@given(tables, tables)
def test_join_is_pointwise_and_equal_functions_are_one_object(
    a: list[object], b: list[object]
) -> None:
    space = Space(FACTS)
    joined = space.join(larger, from_table(space, a), from_table(space, b))
    expected = [max(x, y) for x, y in zip(a, b, strict=True)]  # type: ignore[type-var]
    assert [space.at(joined, start) for start in ALL] == expected
    assert joined is from_table(space, list(expected))


@settings(max_examples=60)
@given(sets, sets)
def test_set_operations_are_those_of_sets(a: list[object], b: list[object]) -> None:
    space = Space(FACTS)
    x, y = from_table(space, a), from_table(space, b)
    for node, expected in (
        (space.both(x, y), [p and q for p, q in zip(a, b, strict=True)]),
        (space.either(x, y), [p or q for p, q in zip(a, b, strict=True)]),
        (space.minus(x, y), [p and not q for p, q in zip(a, b, strict=True)]),
    ):
        assert [space.at(node, start) for start in ALL] == expected


@settings(max_examples=60)
@given(sets)
def test_counting_without_options_counts_starts_that_some_choice_leads_into(
    a: list[object],
) -> None:
    space = Space(FACTS)
    inside = {
        tuple(v for n, v in start.items() if n != "f3")
        for start, kept in zip(ALL, a, strict=True)
        if kept
    }
    assert space.count(from_table(space, a), frozenset({FactKind.PHONE})) == len(inside)


@settings(max_examples=60)
@given(sets)
def test_counting_by_the_values_of_a_fact_is_counting_within_each(a: list[object]) -> None:
    space = Space(FACTS)
    node = from_table(space, a)
    for kinds in (frozenset(FactKind), frozenset({FactKind.PHONE})):
        for fact in (fact for fact in FACTS if fact.kind in kinds):
            within = {
                v: space.both(node, space.where(space.var(fact.name), v)) for v in fact.values
            }
            each = {value: space.count(part, kinds) for value, part in within.items()}
            assert count_each(space, node, fact.name, kinds) == each


@settings(max_examples=80)
@given(sets, sets)
def test_boxes_cover_the_set_and_exact_ones_nothing_else(a: list[object], b: list[object]) -> None:
    space = Space(FACTS)
    within = from_table(space, b)
    part = space.both(from_table(space, a), within)
    found = describe(space, part, within)
    covered = space.false
    for box in found.boxes:
        covered = space.either(covered, box_set(space, box))
    covered = space.both(covered, within)
    assert space.minus(part, covered) is space.false
    if found.exact:
        assert covered is part


@settings(max_examples=60)
@given(sets)
def test_possible_values_are_those_of_the_members(a: list[object]) -> None:
    space = Space(FACTS)
    members = [start for start, kept in zip(ALL, a, strict=True) if kept]
    for fact in FACTS:
        expected = {start[fact.name] for start in members}
        assert set(possible_values(space, from_table(space, a))[fact.name]) == expected


def test_true_and_one_are_different_leaves() -> None:
    space = Space(FACTS)
    assert space.leaf(True) is not space.leaf(1)
    assert space.where(space.leaf(1), True) is space.false


def test_what_is_known_leaves_only_leaves_that_can_be_reached() -> None:
    space = Space(FACTS)
    node = space.join(larger, space.var("f0"), space.var("f1"))
    assert space.leaves(space.restrict(node, {"f0": ("z",)})) == {"z"}
    assert space.leaves(space.restrict(node, {"f0": ("x", "y")})) == {"x", "y", "z"}
