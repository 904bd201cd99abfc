"""Simulated readers: they follow a guide, and some of them tell how it ended."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from random import Random

from anleitung.core.evidence.report import Ending


@dataclass(frozen=True, slots=True)
class Defect:
    """Phones with this value of a factor truly fail at this rate. The site is never told."""

    factor: str
    value: str
    rate: float


@dataclass(frozen=True, slots=True)
class Population:
    """values: factor → (value, how common); posted: how much more eagerly failures are told.

    base_rate: the share of runs that fail without any defect; steps: where a run may end.
    """

    values: dict[str, tuple[tuple[str, float], ...]]
    steps: Sequence[str]
    defect: Defect
    base_rate: float = 0.05
    posted: float = 3.0
    trouble: float = 0.08


@dataclass(frozen=True, slots=True)
class ToldReport:
    """One report, as a reader would fill it in. step: "" where the run came to its end."""

    values: dict[str, str]
    ending: Ending
    step: str


def readers(world: Population, *, count: int, seed: int) -> Iterator[ToldReport]:
    """The first ``count`` reports that are told; the same for the same seed."""
    random = Random(seed)
    told = 0
    while told < count:
        values = {
            name: random.choices([v for v, _ in each], [w for _, w in each])[0]
            for name, each in world.values.items()
        }
        hit = values[world.defect.factor] == world.defect.value
        failed = random.random() < (world.defect.rate if hit else world.base_rate)
        if not failed and random.random() >= 1 / world.posted:
            continue
        told += 1
        if failed:
            ending = Ending.HANGS if hit else random.choice([Ending.GAVE_UP, Ending.BACK])
            step = world.steps[-1] if hit else random.choice(world.steps)
        else:
            ending = Ending.TROUBLE if random.random() < world.trouble else Ending.WORKED
            step = ""
        yield ToldReport(values, ending, step)
