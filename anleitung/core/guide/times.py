"""How long a procedure takes: with the hands, waiting, and with every wait at its limit."""

from dataclasses import dataclass

from anleitung.core.guide.document import Guide
from anleitung.core.guide.nested import Choose, OneStep
from anleitung.core.guide.walk import fold, map_steps
from anleitung.core.phone.actions import Step

Span = tuple[int, int]  # least and most usual, in seconds


@dataclass(frozen=True, slots=True)
class Times:
    """Seconds, the least and the most over all choices. give_up: with every wait at its limit."""

    hands_on: Span
    waiting: Span
    give_up: int

    @property
    def whole(self) -> Span:
        return (self.hands_on[0] + self.waiting[0], self.hands_on[1] + self.waiting[1])


def times_of(guide: Guide) -> Times:
    return fold(guide.steps, Times((0, 0), (0, 0), 0), action=_plus, either=_either)


def _plus(so_far: Times, step: Step) -> Times:
    return _add(so_far, times_of_step(step))


def _either(ends: list[Times]) -> Times:
    return Times(
        _span([e.hands_on for e in ends]),
        _span([e.waiting for e in ends]),
        max(e.give_up for e in ends),
    )


def times_of_step(step: Step) -> Times:
    limit = step.duration.give_up if step.duration and step.duration.give_up else step.seconds[1]
    if step.waits or step.unattended:
        return Times((0, 0), step.seconds, limit)
    return Times(step.seconds, (0, 0), limit)


def _span(spans: list[Span]) -> Span:
    return (min(s[0] for s in spans), max(s[1] for s in spans))


def _add(a: Times, b: Times) -> Times:
    return Times(
        (a.hands_on[0] + b.hands_on[0], a.hands_on[1] + b.hands_on[1]),
        (a.waiting[0] + b.waiting[0], a.waiting[1] + b.waiting[1]),
        a.give_up + b.give_up,
    )


def times_with(guide: Guide, option: str, choice: str) -> Times:
    """For those who make one choice: what belongs to the others is left out."""

    def chosen(step: OneStep) -> OneStep:
        if isinstance(step, Choose) and step.option == option:
            return step.model_copy(update={"choices": {choice: step.choices[choice]}})
        return step

    return times_of(map_steps(guide, chosen))
