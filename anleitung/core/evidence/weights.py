"""How much of the allowed error each combination gets. Source: docs/evidence.md, "Weights"."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from math import log

OMEGA_SINGLE = 0.55  # the whole guide, pairs and triples have the rest, kept for later
SHARES = {"worse": 0.6, "bad": 0.2}  # "changed" has the last 0.2, kept for later


@dataclass(frozen=True, slots=True)
class Factor:
    """declared: the values known when the revision was published, in their order.

    is_ordered: a second factor "since" belongs to it, whose weight is reserved.
    """

    name: str
    declared: tuple[str, ...]
    is_ordered: bool = False


def place_share(place: int, declared: int) -> float:
    """v(j): place counts from 1. Sums to at most 1 over all places."""
    if place <= declared:
        return 0.8 / declared
    later = place - declared
    return (0.2 if declared else 1.0) / (later * (later + 1))


def log_weights(
    factors: Sequence[Factor], met: Iterable[Mapping[str, str]]
) -> dict[tuple[str, str], float]:
    """log w for every single combination (factor, value), declared or met.

    met: factor values of the reports in order of arrival; a value met later gets the next place
    and changes no weight given before.
    """
    sets = len(factors) + sum(f.is_ordered for f in factors)
    places = {f.name: {value: i for i, value in enumerate(f.declared, 1)} for f in factors}
    for report in met:
        for name, value in report.items():
            if name in places:
                places[name].setdefault(value, len(places[name]) + 1)
    return {
        (f.name, value): log(OMEGA_SINGLE / sets * place_share(place, len(f.declared)))
        for f in factors
        for value, place in places[f.name].items()
    }
