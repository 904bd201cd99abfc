"""The drawn time scale of a route: legs, cuts, points of no return, and where one may stop."""

from dataclasses import dataclass
from itertools import accumulate
from typing import Any

from anleitung.core.routes.search import Route
from anleitung.core.routes.timeline import Stretch, timeline_of
from anleitung.core.sheet.clock import clock_words

FULL = 1000  # units of the whole scale
NIGHT = 34  # of the gap after a leg where one may stop
_TICKS = (600, 900, 1800, 3600, 7200, 14400, 43200, 86400)
_LEAST = 130  # units between two names above the scale


@dataclass(frozen=True, slots=True)
class _Scale:
    """Seconds to units; each leg is moved by the gaps before it."""

    unit: float
    gaps: tuple[int, ...]
    stretches: tuple[Stretch, ...]

    def at(self, leg: int, second: int) -> int:
        return round(second * self.unit) + self.gaps[leg]


def scale_out(route: Route) -> dict[str, Any]:
    """All places in units of FULL from the left."""
    stretches = timeline_of(route)
    stops = [leg.after["mode"] == "system" for leg in route.legs[:-1]]
    gaps = (0, *accumulate(NIGHT if stop else 0 for stop in stops))
    whole = stretches[-1].ends if stretches else 0
    scale = _Scale((FULL - gaps[-1]) / max(whole, 1), gaps, stretches)
    legs = [_leg(scale, n, s) for n, s in enumerate(stretches)]
    last = -_LEAST
    for leg in legs:
        # Where names would lie over one another only the number stands; the list holds them all.
        leg["named"] = leg["x"] - last >= _LEAST
        last = leg["x"] if leg["named"] else last
    return {
        "legs": legs,
        "nights": [
            {"x": scale.at(n, s.ends), "width": NIGHT}
            for n, (s, stop) in enumerate(zip(stretches, stops, strict=False))
            if stop
        ],
        "ticks": list(_ticks(scale, whole)),
    }


def _leg(scale: _Scale, number: int, stretch: Stretch) -> dict[str, Any]:
    x = scale.at(number, stretch.begins)
    hands = scale.at(number, stretch.begins + stretch.hands)
    return {
        "number": number + 1,
        "x": x,
        "hands": hands - x,
        "after_hands": hands,
        "waiting": max(scale.at(number, stretch.ends) - hands, 0),
        "cuts": [scale.at(number, each) for each in stretch.cuts],
        "no_returns": [scale.at(number, each) for each in stretch.no_returns],
    }


def _ticks(scale: _Scale, whole: int) -> Any:
    step = next((t for t in _TICKS if whole <= 6 * t), _TICKS[-1])
    for second in range(0, whole, step):
        leg = max(n for n, s in enumerate(scale.stretches) if s.begins <= second)
        yield {"x": scale.at(leg, second), "says": clock_words(second)}
