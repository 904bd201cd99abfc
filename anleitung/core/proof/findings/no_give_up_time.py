"""A step waits, and nobody says when to give up."""

from collections.abc import Iterator
from gettext import gettext as _

from anleitung.core.phone.actions import Step
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.proof.finding import FindingKind, Kind, Severity
from anleitung.core.proof.rules import Found

FINDING = FindingKind(
    id="no-give-up-time",
    kind=Kind.COURSE,
    severity=Severity.WARN,
    says=_("The reader waits here, and no time is given after which to give up."),
    why=_("Somebody pulls the cable after two minutes, somebody else waits all night."),
    remedy=_("Add duration with give_up to the step"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    space = compiled.procedure.space
    for row, concerned in zip(compiled.rows, compiled.run.concerned, strict=False):
        step = row.step
        if not isinstance(step, Step) or not step.waits:
            continue
        if step.duration is not None and step.duration.give_up is not None:
            continue
        if concerned is not space.false:
            yield Found(FINDING.id, "", step.id, concerned)
