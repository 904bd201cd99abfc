"""The course of the work as it is told: texts that may be seen, what to try, how long it takes."""

from dataclasses import dataclass
from gettext import gettext as _

from anleitung.core.documents.message import Message
from anleitung.core.guide.document import SLOTS, EachSlot, Guide, OneStep, arms_of, rows_of
from anleitung.core.phone.actions import Step
from anleitung.core.sheet.clock import Span, span_words
from anleitung.core.sheet.model import CourseOut, MessageOut

_MEANS = {"harmless": _("harmless here"), "stop": _("stop")}


def message_out(message: Message) -> MessageOut:
    return MessageOut(
        text=message.text.replace("*", "…"),
        means=message.means,
        means_words=_MEANS[message.means],
        do=message.do,
        causes=message.causes,
    )


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
    return _over(guide.steps)


def _over(steps: tuple[OneStep, ...]) -> Times:
    total = Times((0, 0), (0, 0), 0)
    for step in steps:
        if isinstance(step, EachSlot):
            for letter in SLOTS:
                total = _add(total, _over(step.turn(letter)))
        elif isinstance(step, Step):
            total = _add(total, _of_step(step))
        else:
            arms = [_over(inner) for inner, _guard in arms_of(step)]
            total = _add(
                total,
                Times(
                    _span([a.hands_on for a in arms]),
                    _span([a.waiting for a in arms]),
                    max(a.give_up for a in arms),
                ),
            )
    return total


def _of_step(step: Step) -> Times:
    limit = step.duration.give_up if step.duration and step.duration.give_up else step.seconds[1]
    if step.waits:
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


def course_of(guide: Guide, begins: dict[str, Span]) -> CourseOut:
    """begins: when each step begins, by id, as ``clock_of`` gives it."""
    times = times_of(guide)
    steps = [row.step for row in rows_of(guide)]
    risky = [s.id for s in steps if isinstance(s, Step) and s.no_return]
    quiet = ""
    if risky:
        # From the first step that cannot be taken back, nobody should have to leave.
        most = times.whole[1] - begins[risky[0]][0]
        least = times.whole[0] - begins[risky[0]][0]
        quiet = span_words((max(least, 0), most))
    by_hand = sum(isinstance(s, Step) and s.action == "by-hand" for s in steps)  # type: ignore[attr-defined]
    return CourseOut(
        whole=span_words(times.whole),
        hands_on=span_words(times.hands_on),
        waiting=span_words(times.waiting),
        longest=span_words((times.give_up, times.give_up)),
        quiet=quiet,
        battery=_("more than half full") if risky else _("any"),
        by_hand=by_hand,
    )
