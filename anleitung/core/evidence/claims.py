"""The e-values of the claims, as natural logarithms. Source: docs/evidence.md, "Claims"."""

from collections.abc import Iterable
from dataclasses import dataclass
from math import inf, log

from scipy.special import betaincc, betaln, logsumexp

GRID = (2.0, 4.0, 10.0, 30.0, 100.0)


@dataclass(frozen=True, slots=True)
class Policy:
    """p0: a rate that is still fine; margin: how much the bias may differ inside and outside

    (as a factor on the odds, >= 1); bias: how much more eagerly failures are posted, at most.
    """

    p0: float = 0.10
    margin: float = 1.5
    bias: float = 8.0

    @property
    def worst_fine(self) -> float:
        """The reported rate of something that truly fails at p0, under the largest bias."""
        return self.bias * self.p0 / (self.bias * self.p0 + 1 - self.p0)


def log_likelihood(n: float, k: float, p: float) -> float:
    """Of k failures in n at rate p; n and k need not be whole. 0 * log 0 counts as 0."""
    found = 0.0
    if k > 0:
        found += k * log(p) if p > 0 else -inf
    if n - k > 0:
        found += (n - k) * log(1 - p) if p < 1 else -inf
    return found


def log_above(n: int, k: int, rate: float) -> float:
    """ABS: evidence that the rate is above ``rate``, after k failures in n reports.

    A test supermartingale for every true rate up to ``rate``; 0 at n = 0.
    """
    tail = float(betaincc(1 + k, 1 + n - k, rate))
    if tail <= 0:
        return -inf
    return float(betaln(1 + k, 1 + n - k)) + log(tail) - log(1 - rate) - log_likelihood(n, k, rate)


def edge(a: float, b: float, failures: float, d: float) -> tuple[float, float]:
    """The likeliest pair of rates on the edge "odds inside = d * odds outside".

    a, b: reports inside and outside; failures: in both together, possibly not whole.
    """
    total = a + b
    if failures >= total:
        return 1.0, 1.0
    square, linear = d * (total - failures), a * d + b - failures * (1 + d)
    y = (-linear + (linear * linear + 4 * square * failures) ** 0.5) / (2 * square)
    return d * y / (1 + d * y), y / (1 + y)


def log_worse_than_rest(reports: Iterable[tuple[bool, bool]], margin: float) -> float:
    """REL: evidence that inside fails more than outside at the same time.

    reports: (inside, failed) in the order of arrival. Block-wise: a report inside waits until
    one outside has come, so a drifting base rate cancels. margin >= 1.
    """
    waiting = waiting_failed = 0
    seen = seen_failed = 0  # all reports when the last block closed
    inside = inside_failed = 0  # of closed blocks
    now = now_failed = 0
    logs = [0.0] * len(GRID)
    for is_inside, failed in reports:
        now += 1
        now_failed += failed
        if not is_inside:
            continue
        waiting += 1
        waiting_failed += failed
        outside = now - seen - waiting
        outside_failed = now_failed - seen_failed - waiting_failed
        if outside == 0:
            continue
        base = (seen_failed - inside_failed + 0.5) / (seen - inside + 2)
        for i, g in enumerate(GRID):
            odds = g * margin * base / (1 - base)
            worse = odds / (1 + odds)
            a, b = edge(waiting, outside, waiting * worse + outside * base, margin)
            logs[i] += (
                log_likelihood(waiting, waiting_failed, worse)
                - log_likelihood(waiting, waiting_failed, a)
                + log_likelihood(outside, outside_failed, base)
                - log_likelihood(outside, outside_failed, b)
            )
        inside += waiting
        inside_failed += waiting_failed
        waiting = waiting_failed = 0
        seen, seen_failed = now, now_failed
    return float(logsumexp(logs)) - log(len(GRID))
