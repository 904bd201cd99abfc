"""Durations in words, and the clock of a procedure."""

from anleitung.core.guide.document import Guide
from anleitung.core.guide.nested import OneStep
from anleitung.core.guide.walk import fold
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.base import Duration

Span = tuple[int, int]  # least and most usual, in seconds


def clock_of(guide: Guide) -> tuple[dict[str, Span], Span]:
    """When each step usually begins, by id, and how long the whole takes.

    Arms of a choice begin together; what follows begins after the shortest and the longest.
    """
    begins: dict[str, Span] = {}

    def seen(now: Span, step: OneStep) -> None:
        begins[step.id] = now

    return begins, fold(guide.steps, (0, 0), action=_later, either=_ends, seen=seen)


def _later(now: Span, step: Step) -> Span:
    least, most = step.seconds
    return (now[0] + least, now[1] + most)


def _ends(ends: list[Span]) -> Span:
    return (min(e[0] for e in ends), max(e[1] for e in ends))


def clock_words(seconds: int) -> str:
    """Hours and minutes: "0:14"."""
    return f"{seconds // 3600}:{seconds % 3600 // 60:02d}"


def span_words(span: Span) -> str:
    """ "30 to 90 s", "4 to 6 min", "1 h 5 min to 2 h"."""
    least, most = span
    if most < 120:
        return _("{a} to {b} s").format(a=least, b=most) if least != most else f"{most} s"
    a, b = round(least / 60), max(1, round(most / 60))
    if b < 120:
        return _("{a} to {b} min").format(a=a, b=b) if a != b else f"{b} min"
    return _("{a} to {b}").format(a=_hours(a), b=_hours(b)) if a != b else _hours(a)


def _hours(minutes: int) -> str:
    hours, rest = divmod(minutes, 60)
    if not hours:
        return f"{rest} min"
    return f"{hours} h {rest} min" if rest else f"{hours} h"


def duration_words(duration: Duration | None) -> str:
    """ "usually 4 to 6 min, give up after 15 min", or "" where the author said nothing."""
    if duration is None:
        return ""
    usual = _("usually {span}").format(span=span_words(duration.usual))
    if duration.grows is not None:
        grows = duration.grows
        usual = _("{usual} and {seconds} s more for every {each} {by}").format(
            usual=usual, seconds=grows.seconds, each=grows.each, by=grows.by
        )
    if duration.give_up is None:
        return usual
    limit = span_words((duration.give_up, duration.give_up))
    return _("{usual}, give up after {limit}").format(usual=usual, limit=limit)
