"""The laws of the e-values, and pinned values from the specification."""

from itertools import product
from math import comb, exp, isclose, log

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anleitung.core.evidence.claims import (
    Policy,
    edge,
    log_above,
    log_likelihood,
    log_worse_than_rest,
)

rates = st.floats(0.05, 0.9)
counts = st.integers(0, 60).flatmap(lambda n: st.tuples(st.just(n), st.integers(0, n)))


@given(rates)
def test_no_report_is_no_evidence(rate: float) -> None:
    assert isclose(log_above(0, 0, rate), 0.0, abs_tol=1e-9)


@given(counts, rates)
def test_above_is_a_fair_bet_at_its_rate_and_a_losing_one_below(
    nk: tuple[int, int], rate: float
) -> None:
    n, k = nk
    now, up, down = (exp(log_above(a, b, rate)) for a, b in ((n, k), (n + 1, k + 1), (n + 1, k)))
    assert isclose(rate * up + (1 - rate) * down, now, rel_tol=1e-9)
    smaller = rate / 2
    assert smaller * up + (1 - smaller) * down < now
    assert down < now < up


@given(st.integers(1, 6), st.integers(1, 6), st.floats(0, 1), st.floats(1, 6))
def test_edge_lies_on_the_odds_line_and_keeps_the_failures(
    a: int, b: int, share: float, d: float
) -> None:
    failures = share * (a + b)
    inside, outside = edge(a, b, failures, d)
    assert isclose(a * inside + b * outside, failures, abs_tol=1e-6)
    if 0.001 < share < 0.999:
        odds = [p / (1 - p) for p in (inside, outside)]
        assert isclose(odds[0], d * odds[1], rel_tol=1e-6)


@settings(max_examples=60)
@given(
    st.integers(1, 4),
    st.integers(1, 4),
    st.floats(0.02, 0.9),
    st.floats(1, 3),
    st.floats(0, 1),
    st.lists(st.booleans(), max_size=4),
)
def test_one_block_expects_at_most_one_under_any_null(
    inside: int, outside: int, base: float, margin: float, part: float, history: list[bool]
) -> None:
    """Exact expectation over all outcomes. The null: odds inside <= margin * odds outside.

    The last report inside closes one block with all the others; earlier blocks set its rates.
    """
    odds = part * margin * base / (1 - base)
    p_in = odds / (1 + odds)
    past = [report for failed in history for report in ((False, failed), (True, failed))]
    before = log_worse_than_rest(past, margin)
    expected = 0.0
    for k1, k0 in product(range(inside + 1), range(outside + 1)):
        ins = [(True, i < k1) for i in range(inside)]
        outs = [(False, i < k0) for i in range(outside)]
        chance = (
            comb(inside, k1)
            * p_in**k1
            * (1 - p_in) ** (inside - k1)
            * comb(outside, k0)
            * base**k0
            * (1 - base) ** (outside - k0)
        )
        block = [*ins[:-1], *outs, ins[-1]]
        expected += chance * exp(log_worse_than_rest([*past, *block], margin) - before)
    assert expected <= 1 + 1e-9


def test_report_inside_waits_for_one_outside() -> None:
    assert log_worse_than_rest([(True, True)] * 5, 1.5) == pytest.approx(0)
    assert log_worse_than_rest([(True, True)] * 5 + [(False, False)], 1.5) == pytest.approx(0)
    closed = [*[(True, True)] * 5, (False, False), (True, True)]
    assert log_worse_than_rest(closed, 1.5) > 0.5


def test_order_matters_for_rest_and_not_for_rate() -> None:
    together = [(True, True), (False, False)] * 6
    apart = [(False, False)] * 6 + [(True, True)] * 6
    assert log_worse_than_rest(together, 1.5) != pytest.approx(log_worse_than_rest(apart, 1.5))


def test_policy_says_what_the_largest_bias_does_to_a_fine_rate() -> None:
    assert Policy().worst_fine == pytest.approx(0.47, abs=0.005)


def test_nothing_times_log_zero_is_nothing() -> None:
    assert log_likelihood(3, 0, 0.0) == 0.0
    assert log_likelihood(3, 3, 1.0) == 0.0
    assert log_likelihood(3, 1, 0.0) == float("-inf")
    assert isclose(log_likelihood(2, 1, 0.5), 2 * log(0.5))
