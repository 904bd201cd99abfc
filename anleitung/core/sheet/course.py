"""The course of the work as it is told: texts that may be seen, what to try, how long it takes."""

from anleitung.core.documents.message import Message
from anleitung.core.guide.document import Guide
from anleitung.core.guide.times import Span, times_of
from anleitung.core.guide.walk import actions_of
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.sheet.clock import span_words
from anleitung.core.sheet.model import CourseOut, MessageOut

_MEANS = Texts({"harmless": N_("harmless here"), "stop": N_("stop")})


def message_out(message: Message) -> MessageOut:
    return MessageOut(
        text=message.text.replace("*", "…"),
        means=message.means,
        means_words=_MEANS[message.means],
        do=message.do,
        causes=message.causes,
    )


def course_of(guide: Guide, begins: dict[str, Span]) -> CourseOut:
    """begins: when each step begins, by id, as ``clock_of`` gives it."""
    times = times_of(guide)
    steps = actions_of(guide)
    risky = [step.id for step in steps if step.no_return]
    quiet = ""
    if risky:
        # From the first step that cannot be taken back, nobody should have to leave.
        least, most = begins[risky[0]]
        quiet = span_words((max(times.whole[0] - least, 0), max(times.whole[1] - most, 0)))
    by_hand = sum(step.on_trust for step in steps)
    return CourseOut(
        whole=span_words(times.whole),
        hands_on=span_words(times.hands_on),
        waiting=span_words(times.waiting),
        longest=span_words((times.give_up, times.give_up)),
        quiet=quiet,
        battery=_("more than half full") if risky else _("any"),
        by_hand=by_hand,
    )
