"""A route on a time scale: when each leg begins, when data goes, after what nothing leads back."""

from dataclasses import dataclass

from anleitung.core.guide.times import times_of_step
from anleitung.core.phone.actions import Step
from anleitung.core.routes.run import Leg
from anleitung.core.routes.search import Route


@dataclass(frozen=True, slots=True)
class Stretch:
    """One leg, in seconds from the beginning of the whole, each step at its longest.

    cuts: when data goes; no_returns: ends of steps that nothing takes back.
    """

    begins: int
    hands: int
    waiting: int
    cuts: tuple[int, ...]
    no_returns: tuple[int, ...]

    @property
    def ends(self) -> int:
        return self.begins + self.hands + self.waiting


def timeline_of(route: Route) -> tuple[Stretch, ...]:
    found: list[Stretch] = []
    for leg in route.legs:
        found.append(_stretch(leg, found[-1].ends if found else 0))
    return tuple(found)


def _stretch(leg: Leg, begins: int) -> Stretch:
    now, mine = begins, set(leg.steps)
    cuts, no_returns = [], []
    for row in leg.move.rows:
        if row.step.id not in mine:
            continue
        if row.step.id in leg.cuts:
            cuts.append(now)
        if isinstance(row.step, Step):
            times = times_of_step(row.step)
            now += times.hands_on[1] + times.waiting[1]
        if row.step.id in leg.no_return:
            no_returns.append(now)
    return Stretch(begins, leg.hands[1], leg.waiting[1], tuple(cuts), tuple(no_returns))
