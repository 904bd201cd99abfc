"""Weights, flags, and simulated worlds with and without a defect."""

from datetime import UTC, datetime
from math import exp, log
from random import Random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.evidence.claims import Policy
from anleitung.core.evidence.judge import Outcome, judge
from anleitung.core.evidence.report import CountedReport, Ending, dead_notice, evidence_of
from anleitung.core.evidence.weights import SHARES, Factor, log_weights
from anleitung.demo.world import CLEAN_INSTALL
from anleitung.standins.readers import Defect, Population, readers

FACTORS = (
    Factor("base", tuple(f"b{i}" for i in range(6)), is_ordered=True),
    Factor("variant", ("M6", "K6")),
    Factor("option.data", ("clean", "keep")),
)


def world(rate: float, *, posted: float) -> Population:
    even = {f.name: tuple((v, 1.0) for v in f.declared) for f in FACTORS}
    return Population(even, ("s1",), Defect("base", "b2", rate), posted=posted)


def outcomes(rate: float, *, count: int, seed: int, posted: float = 3.0) -> list[Outcome]:
    told = readers(world(rate, posted=posted), count=count, seed=seed)
    bad = (Ending.WORKED, Ending.TROUBLE)
    return [Outcome(each.values, each.ending not in bad) for each in told]


def flagged(of: list[Outcome], alpha: float = 0.04) -> set[tuple[str, str]]:
    return {f.combination for f in judge(of, FACTORS, alpha=alpha, policy=Policy())}


@given(
    st.lists(st.fixed_dictionaries({"base": st.text(max_size=2), "variant": st.text(max_size=2)}))
)
def test_weights_never_exceed_one_and_a_new_value_changes_none(met: list[dict[str, str]]) -> None:
    before = log_weights(FACTORS, met)
    after = log_weights(FACTORS, [*met, {"base": "never seen before"}])
    assert sum(map(exp, after.values())) * sum(SHARES.values()) <= 1
    assert {key: after[key] for key in before} == before


def test_defect_is_named_and_nothing_else() -> None:
    found = [flagged(outcomes(0.8, count=160, seed=seed)) for seed in range(20)]
    assert sum(("base", "b2") in each for each in found) >= 18
    assert all(each <= {("base", "b2")} for each in found)


@pytest.mark.parametrize("posted", [1.0, 3.0, 8.0])
def test_without_a_defect_false_flags_are_rarer_than_promised(posted: float) -> None:
    """The true rate of "b2" is that of all the others; looked at after every tenth report."""
    false = 0
    for seed in range(60):
        told = outcomes(0.05, count=120, seed=seed, posted=posted)
        false += any(flagged(told[:n]) for n in range(10, 121, 10))
    assert false / 60 <= 0.05


def test_every_flag_has_the_strength_it_needs() -> None:
    told = outcomes(0.8, count=160, seed=3)
    for flag in judge(told, FACTORS, alpha=0.04, policy=Policy()):
        assert flag.strength >= -log(0.04)
        counts = flag.counts
        assert counts.inside + counts.outside == len(told)
        assert counts.inside_failed + counts.outside_failed == sum(o.failed for o in told)


def test_combinations_with_the_same_reports_are_one_class() -> None:
    random = Random(5)
    told = []
    for _ in range(120):
        hit = random.random() < 0.3
        values = {"base": "b2", "variant": "K6"} if hit else {"base": "b1", "variant": "M6"}
        told.append(
            Outcome(values | {"option.data": "clean"}, random.random() < (0.8 if hit else 0.1))
        )
    flags = judge(told, FACTORS, alpha=0.04, policy=Policy())
    assert len(flags) == 1
    assert {flags[0].combination, *flags[0].same} == {("base", "b2"), ("variant", "K6")}


def test_flag_in_words_and_dead_notice_that_ends() -> None:
    began = datetime(2026, 11, 1, tzinfo=UTC)
    reports = [
        CountedReport(each.values, each.ending, began)
        for each in readers(world(0.8, posted=3.0), count=160, seed=1)
    ]
    dead = CountedReport({"base": "b9", "variant": "M6", "option.data": "keep"}, Ending.DEAD, began)
    factors = FACTORS
    with_dead = evidence_of([*reports, dead], factors)
    assert dead_notice([began]) == (
        "One report of a dead phone is being checked. This notice ends on 15 November 2026."
    )
    assert dead_notice([]) == ""
    [flag] = [f for f in with_dead.flags if f.factor == "base"]
    assert flag.words.startswith(f"Base build b2: {flag.bad} of {flag.runs} reported runs failed; ")
    assert sum(b.runs for b in with_dead.builds) == with_dead.runs == 161
    assert [b.build for b in with_dead.builds][-1] == "b9"


def test_simulated_readers_are_the_same_for_the_same_seed() -> None:
    first = list(readers(CLEAN_INSTALL, count=40, seed=9))
    assert first == list(readers(CLEAN_INSTALL, count=40, seed=9))
    assert first != list(readers(CLEAN_INSTALL, count=40, seed=10))
