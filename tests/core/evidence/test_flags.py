"""Several defects, rivals, readings and the order of a judgement."""

from datetime import UTC, datetime, timedelta
from math import exp, log
from random import Random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.evidence.claims import Policy
from anleitung.core.evidence.judge import (
    Outcome,
    _Judged,
    _shade,
    count,
    judge,
    reports_in,
)
from anleitung.core.evidence.report import CountedReport, Ending, dead_notice, evidence_of
from anleitung.core.evidence.weights import Factor, log_weights, place_share

BASE = Factor("base", ("b0", "b1", "b2", "b3"), is_ordered=True)
VARIANT = Factor("variant", ("M6", "K6"))
FACTORS = (BASE, VARIANT)
BEGAN = datetime(2026, 11, 1, tzinfo=UTC)


def simulated(
    rates: dict[tuple[str, str], float], *, count_of: int, seed: int = 1
) -> list[Outcome]:
    random = Random(seed)
    told = []
    for _ in range(count_of):
        values = {f.name: random.choice(f.declared) for f in FACTORS}
        rate = max([rates.get(pair, 0.05) for pair in values.items()])
        told.append(Outcome(values, random.random() < rate))
    return told


def flagged(told: list[Outcome]) -> list[tuple[str, str]]:
    return [f.combination for f in judge(told, FACTORS, alpha=0.04, policy=Policy())]


def test_two_defects_are_both_named() -> None:
    rates = {("base", "b1"): 0.8, ("base", "b3"): 0.7}
    found = flagged(simulated(rates, count_of=400))
    assert set(found) == {("base", "b1"), ("base", "b3")}


def test_defect_of_a_variant_is_not_laid_upon_a_build() -> None:
    assert flagged(simulated({("variant", "K6"): 0.7}, count_of=300)) == [("variant", "K6")]


def test_everything_failing_is_bad_but_nothing_is_worse_than_the_rest() -> None:
    told = simulated({("variant", v): 0.95 for v in VARIANT.declared}, count_of=300)
    flags = judge(told, FACTORS, alpha=0.04, policy=Policy())
    assert {f.claim for f in flags} == {"bad"}


def test_no_report_no_flag() -> None:
    assert judge([], FACTORS, alpha=0.04, policy=Policy()) == ()
    assert (
        judge(
            [Outcome({"base": "b1", "variant": "M6"}, True)], FACTORS, alpha=0.04, policy=Policy()
        )
        == ()
    )


def test_counts_split_reports_without_remainder() -> None:
    told = simulated({}, count_of=50)
    inside = reports_in(told, ("base", "b2"))
    everything = frozenset(range(50))
    counts = count(told, inside, everything)
    assert counts.inside == sum(o.values["base"] == "b2" for o in told)
    assert counts.inside + counts.outside == 50
    assert count(told, inside, everything - inside).inside == 0


@pytest.mark.parametrize("declared", [0, 1, 5, 40])
def test_shares_of_a_factor_sum_to_at_most_one(declared: int) -> None:
    total = sum(place_share(place, declared) for place in range(1, 3_000))
    assert 0.99 < total <= 1 + 1e-9


def test_weights_are_those_of_the_specification() -> None:
    """Three factor sets (base, since base, variant); 0.8 over the declared values."""
    weights = log_weights(FACTORS, [{"base": "late"}])
    assert exp(weights["base", "b0"]) == pytest.approx(0.55 / 3 * 0.8 / 4)
    assert exp(weights["variant", "K6"]) == pytest.approx(0.55 / 3 * 0.8 / 2)
    assert exp(weights["base", "late"]) == pytest.approx(0.55 / 3 * 0.2 / 2)


def reports(endings: list[tuple[str, Ending]]) -> list[CountedReport]:
    return [
        CountedReport({"base": base, "variant": "M6"}, ending, BEGAN + timedelta(hours=i))
        for i, (base, ending) in enumerate(endings)
    ]


def test_trouble_is_a_reading_of_its_own() -> None:
    mixed = [("b0", Ending.WORKED), ("b1", Ending.TROUBLE)] * 60
    made = evidence_of(reports(mixed), FACTORS)
    [flag] = made.flags
    assert (flag.value, flag.reading) == ("b1", "trouble")
    assert "60 of 60 reported runs had trouble or failed" in flag.words
    assert (made.failed, made.trouble) == (0, 60)


def test_failure_is_not_named_a_second_time_for_its_trouble() -> None:
    mixed = [("b0", Ending.WORKED), ("b1", Ending.HANGS)] * 60
    [flag] = evidence_of(reports(mixed), FACTORS).flags
    assert flag.reading == "failed"


@pytest.mark.parametrize("ending", list(Ending))
def test_what_counts_as_failed_and_as_trouble(ending: Ending) -> None:
    [report] = reports([("b0", ending)])
    assert report.failed == (ending not in (Ending.WORKED, Ending.TROUBLE))
    assert report.troubled == (ending is not Ending.WORKED)


def test_two_dead_phones_are_announced_together() -> None:
    made = evidence_of(reports([("b0", Ending.DEAD), ("b1", Ending.DEAD)]), FACTORS)
    told = dead_notice([BEGAN, BEGAN + timedelta(days=1)])
    assert told.startswith("2 reports of dead phones are being checked.")
    assert made.builds[0].dead == 1


_strengths = st.lists(st.floats(-5, 30), min_size=1, max_size=12)


@given(_strengths, st.data(), st.floats(0, 10))
def test_raising_one_takes_no_other_from_the_shading(
    strengths: list[float], data: st.DataObject, more: float
) -> None:
    def shaded(values: list[float]) -> set[str]:
        judged = [
            _Judged(("base", str(i)), frozenset(), 0.0, value, "worse")
            for i, value in enumerate(values)
        ]
        return {j.combination[1] for j in _shade(judged, 0.05)}

    raised = list(strengths)
    at = data.draw(st.integers(0, len(strengths) - 1))
    raised[at] += more
    assert shaded(strengths) <= shaded(raised)


@given(st.integers(0, 2**32))
def test_every_shown_flag_is_strong_enough_by_itself(seed: int) -> None:
    told = simulated({("base", "b1"): 0.6, ("variant", "K6"): 0.4}, count_of=120, seed=seed)
    for flag in judge(told, FACTORS, alpha=0.04, policy=Policy()):
        assert flag.strength >= -log(0.04)
        for twin in flag.same:
            assert reports_in(told, twin) == reports_in(told, flag.combination)
