"""Reading, printing and three-valued evaluation of conditions."""

from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.conditions.model import (
    ALWAYS,
    Compare,
    Condition,
    Evaluated,
    EverySlot,
    Is,
    Not,
    Order,
    OtherSlot,
    Term,
    all_of,
    any_of,
    one_of,
)
from anleitung.core.conditions.text import (
    InvalidCondition,
    check_condition,
    parse_condition,
    print_condition,
)
from anleitung.core.diagrams.one import OneStart
from anleitung.core.diagrams.run import DiagramAlgebra
from anleitung.core.diagrams.space import Fact, Space

_words = st.from_regex(r"[a-z][a-z0-9.-]{0,8}", fullmatch=True)
_facts = _words.filter(
    lambda w: w not in {"and", "or", "not", "every", "other", "slot", "is", "in", "always"}
)
_values = st.one_of(
    _words, st.text(min_size=0, max_size=6), st.sampled_from(["and", "other", "1.2", "KU/x"])
)
_atoms = st.one_of(
    st.builds(Is, _facts, _values),
    st.builds(one_of, _facts, st.lists(_values, min_size=1, max_size=3)),
    st.builds(Compare, _facts, st.sampled_from(["<", "<=", ">", ">="]), _values),
    st.just(ALWAYS),
)


def trees(
    atoms: st.SearchStrategy[Condition], slots: tuple[type[EverySlot | OtherSlot], ...]
) -> st.SearchStrategy[Condition]:
    return st.recursive(
        atoms,
        lambda inner: st.one_of(
            st.builds(Not, inner),
            *(st.builds(slot, inner) for slot in slots),
            st.lists(inner, min_size=1, max_size=3).map(all_of),
            st.lists(inner, min_size=1, max_size=3).map(any_of),
        ),
        max_leaves=8,
    )


conditions = trees(_atoms, (EverySlot, OtherSlot))


@given(conditions)
def test_what_is_printed_reads_back_as_the_same(condition: Condition) -> None:
    printed = print_condition(condition)
    assert parse_condition(printed) == condition
    assert print_condition(parse_condition(printed)) == printed


@pytest.mark.parametrize(
    ("typed", "printed"),
    [
        ("variant in { K6,M6 , K6 }", "variant in {K6, M6}"),
        ("((a is b) and (c is d and e is f))", "a is b and c is d and e is f"),
        ("a is b or (c is d and e is f)", "a is b or c is d and e is f"),
        ("(a is b or c is d) and e is f", "(a is b or c is d) and e is f"),
        ("not a is b", "a is not b"),
        ("a not in {b, c}", "not a in {b, c}"),
        ("every slot: (base >= X1 and base < X2)", "every slot: (base >= X1 and base < X2)"),
        ("other  slot:(base is X)", "other slot: base is X"),
        ("not other slot: every slot: a is b", "not other slot: every slot: a is b"),
        ("a is other and b in {other, none}", "a is other and b in {none, other}"),
        ('a is "two words"', 'a is "two words"'),
    ],
)
def test_canonical_print(typed: str, printed: str) -> None:
    assert print_condition(parse_condition(typed)) == printed


@pytest.mark.parametrize(
    ("typed", "message", "column"),
    [
        ("bootloader is", "cannot be read at the end", 14),
        ("base > = X", "cannot be read at '= X'", 8),
        ("a is b c", "cannot be read at 'c'", 8),
        ("(" * 31 + "a is b" + ")" * 31, "nested deeper than 30", 31),
        ("other slot: " * 31 + "a is b", "nested deeper than 30", 361),
        ("not " * 400 + "a is b", "nested deeper than 30", 121),
        ("a is b" + " or a is b" * 500, "longer than 4000 characters", 1),
    ],
)
def test_fault_names_its_place(typed: str, message: str, column: int) -> None:
    with pytest.raises(InvalidCondition) as caught:
        parse_condition(typed)
    assert caught.value.message.startswith(message)
    assert caught.value.column == column


ORDER = Order({"old": ("main", 1), "new": ("main", 2), "side": ("other", 1)})
BUILDS = ("old", "new", "side", "not-listed")
VOCABULARY = {
    "base": Term(("base",), ("base", "base2"), frozenset(BUILDS), ORDER),
    "lock": Term(("lock",), values=frozenset({"on", "off"})),
}
_of_slots = st.one_of(
    st.builds(one_of, st.just("base"), st.lists(st.sampled_from(BUILDS), min_size=1)),
    st.builds(
        Compare, st.just("base"), st.sampled_from(["<", "<=", ">", ">="]), st.sampled_from(BUILDS)
    ),
)
_of_lock = st.builds(Is, st.just("lock"), st.sampled_from(["on", "off"]))
_of_other = st.builds(OtherSlot, trees(_of_slots, (EverySlot, OtherSlot)))
known_conditions = trees(st.one_of(_of_lock, _of_slots, _of_other), (EverySlot,))


@given(known_conditions)
def test_diagram_of_a_condition_equals_its_value_phone_by_phone(condition: Condition) -> None:
    space = Space(
        [
            Fact("base", BUILDS, "old"),
            Fact("base2", BUILDS, "old"),
            Fact("lock", ("on", "off"), "on"),
        ]
    )
    formula = Evaluated(condition, VOCABULARY)
    node = formula.over(DiagramAlgebra(space, space.var))
    for base, base2, lock in product(BUILDS, BUILDS, ("on", "off")):
        phone = {"base": base, "base2": base2, "lock": lock}
        assert space.at(node, phone) is formula.over(OneStart(phone))


@pytest.mark.parametrize(
    ("text", "base", "base2", "value"),
    [
        ("base >= old", "new", "old", True),
        ("base >= new", "old", "old", False),
        ("base >= old", "side", "old", None),
        ("base >= old", "not-listed", "old", None),
        ("not base >= old", "side", "old", None),
        ("base >= old or lock is on", "side", "old", True),
        ("base >= old and lock is off", "side", "old", False),
        ("every slot: base >= new", "new", "old", False),
        ("every slot: base >= new", "new", "side", None),
        ("base is old", "not-listed", "old", False),
        ("other slot: base is old", "new", "old", True),
        ("other slot: base >= new", "new", "side", None),
        ("every slot: other slot: base is old", "new", "old", True),
        ("other slot: every slot: base is old", "new", "old", False),
        ("other slot: not base is old", "new", "old", False),
    ],
)
def test_three_outcomes(text: str, base: str, base2: str, value: bool | None) -> None:
    phone = {"base": base, "base2": base2, "lock": "on"}
    assert Evaluated(parse_condition(text), VOCABULARY).over(OneStart(phone)) is value


def test_names_that_nobody_declared_are_all_reported() -> None:
    faults = check_condition(
        parse_condition("lok is on and base is none and lock > on"), VOCABULARY
    )
    assert faults == [
        "no fact is called 'lok', meant is perhaps 'lock'; known: base, lock",
        "base is never 'none'; known: new, not-listed, old, side",
        "lock has no order; compare it with 'is' or 'in'",
    ]
    # A phone has one lock, whatever slot runs: nothing is said of another one.
    for text in ("other slot: lock is on", "other slot: (base is old or not lock is on)"):
        [fault] = check_condition(parse_condition(text), VOCABULARY)
        assert fault.startswith("lock is no fact of a slot that does not run")
    assert check_condition(parse_condition("other slot: every slot: lock is on"), VOCABULARY) == []
