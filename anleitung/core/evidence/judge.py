"""From reports to flags. Source: docs/evidence.md, "Flags"."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from functools import partial
from math import log
from typing import Literal

from scipy.special import betaln

from anleitung.core.evidence.claims import Policy, log_above, log_worse_than_rest
from anleitung.core.evidence.weights import SHARES, Factor, log_weights

Claim = Literal["worse", "bad"]
Combination = tuple[str, str]  # factor, value

MOST_SHOWN = 8
RIVAL = log(20)


@dataclass(frozen=True, slots=True)
class Outcome:
    """One counted report: its factor values and whether it failed, in the order of arrival."""

    values: Mapping[str, str]
    failed: bool


@dataclass(frozen=True, slots=True)
class Counts:
    """Reports and failures inside a combination, and outside it."""

    inside: int
    inside_failed: int
    outside: int
    outside_failed: int


@dataclass(frozen=True, slots=True)
class Flag:
    """A combination judged broken. same: cannot be told apart from it; rivals: nearly as good;

    explains: others that stand out only because of it. strength: log of weighted evidence.
    """

    combination: Combination
    claim: Claim
    counts: Counts
    strength: float
    same: tuple[Combination, ...]
    rivals: tuple[Combination, ...]
    explains: tuple[Combination, ...]


@dataclass(frozen=True, slots=True)
class _Judged:
    combination: Combination
    inside: frozenset[int]
    weight: float  # log
    strength: float
    claim: Claim


def judge(
    outcomes: Sequence[Outcome], factors: Sequence[Factor], *, alpha: float, policy: Policy
) -> tuple[Flag, ...]:
    """The flags of one revision. The chance that any false one is ever shown is at most alpha,

    at every time of looking and under any dependence between combinations.
    """
    weights = log_weights(factors, (o.values for o in outcomes))
    # No threshold of the shading is milder than this one.
    mildest = -log(alpha * len(weights)) if weights else 0.0
    judged = [_judge_one(c, w, outcomes, mildest, policy) for c, w in sorted(weights.items())]
    shaded = _shade(judged, alpha)
    return _show(shaded, outcomes, alpha)


def count(outcomes: Sequence[Outcome], inside: frozenset[int], among: frozenset[int]) -> Counts:
    """Counts over the reports ``among`` (by place), split by whether they lie inside."""
    n1 = k1 = n0 = k0 = 0
    for i in among:
        if i in inside:
            n1 += 1
            k1 += outcomes[i].failed
        else:
            n0 += 1
            k0 += outcomes[i].failed
    return Counts(n1, k1, n0, k0)


def reports_in(outcomes: Sequence[Outcome], combination: Combination) -> frozenset[int]:
    factor, value = combination
    return frozenset(i for i, o in enumerate(outcomes) if o.values.get(factor) == value)


def _judge_one(
    combination: Combination,
    weight: float,
    outcomes: Sequence[Outcome],
    mildest: float,
    policy: Policy,
) -> _Judged:
    inside = reports_in(outcomes, combination)
    n, k = len(inside), sum(outcomes[i].failed for i in inside)
    above = log_above(n, k, policy.p0)
    best: tuple[float, Claim] = (
        log(SHARES["bad"]) + weight + log_above(n, k, policy.worst_fine),
        "bad",
    )
    most = log(SHARES["worse"]) + weight + above
    # The smaller of two e-values counts, so the costly one is looked at only where the cheap
    # one has reached what is needed.
    if most >= mildest and most > best[0]:
        rest = log_worse_than_rest(
            ((i in inside, o.failed) for i, o in enumerate(outcomes)), policy.margin
        )
        best = max(best, (log(SHARES["worse"]) + weight + min(above, rest), "worse"))
    return _Judged(combination, inside, weight, *best)


def _shade(judged: Sequence[_Judged], alpha: float) -> list[_Judged]:
    """Weighted e-BH: what stands out at all. For shading and as candidates, never as flags."""
    ordered = sorted(judged, key=lambda j: (-j.strength, j.combination))
    keep = 0
    for k, each in enumerate(ordered, 1):
        if each.strength >= -log(alpha * k):
            keep = k
    return ordered[:keep]


def _show(shaded: list[_Judged], outcomes: Sequence[Outcome], alpha: float) -> tuple[Flag, ...]:
    flags: list[Flag] = []
    shown: set[Combination] = set()
    left = frozenset(range(len(outcomes)))
    while len(flags) < MOST_SHOWN:
        score: Callable[[_Judged], float] = partial(_score, outcomes=outcomes, among=left)
        eligible = [
            j
            for j in shaded
            if j.combination not in shown
            and j.strength >= -log(alpha)
            and (not flags or _still_stands_out(j, outcomes, left, alpha))
        ]
        if not eligible:
            break
        best = max(eligible, key=lambda j: (score(j), -len(j.combination[1])))
        same = [j for j in shaded if j.inside == best.inside and j is not best]
        rivals = [
            j
            for j in eligible
            if j is not best and j not in same and score(j) >= score(best) - RIVAL
        ]
        explains = [
            j
            for j in shaded
            if j is not best and j not in same and j not in rivals and j.combination not in shown
        ]
        flags.append(
            Flag(
                best.combination,
                best.claim,
                count(outcomes, best.inside, frozenset(range(len(outcomes)))),
                best.strength,
                tuple(j.combination for j in same),
                tuple(j.combination for j in rivals),
                tuple(j.combination for j in explains),
            )
        )
        shown |= {best.combination, *(j.combination for j in same)}
        left -= best.inside
    return tuple(flags)


def _score(each: _Judged, *, outcomes: Sequence[Outcome], among: frozenset[int]) -> float:
    c = count(outcomes, each.inside, among)
    return (
        float(betaln(1 + c.inside_failed, 1 + c.inside - c.inside_failed))
        + float(betaln(0.5 + c.outside_failed, 1.5 + c.outside - c.outside_failed))
        + each.weight
    )


def _still_stands_out(
    each: _Judged, outcomes: Sequence[Outcome], left: frozenset[int], alpha: float
) -> bool:
    """Against what is left when the reports inside the flags before it are put aside."""
    c = count(outcomes, each.inside, left)
    rate = max(0.1, (c.outside_failed + 0.5) / (c.outside + 2))
    return log_above(c.inside, c.inside_failed, rate) + each.weight >= -log(alpha)
