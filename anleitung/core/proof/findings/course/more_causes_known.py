"""A message names one cause, and the catalogue knows more."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import change_step, tell_message
from anleitung.core.proof.repair.known_messages import known_messages
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="more-causes-known",
    nature=Nature.COURSE,
    severity=Severity.NOTE,
    says=N_("For “{subject}” the step names fewer causes than are known."),
    why=N_("Who does not have that one cause believes the phone is broken."),
    remedy=N_("Add the other causes"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    for step, known, phones in known_messages(compiled):
        for told in step.messages:
            if told.fits(known.text) and len(told.causes) < len(known.causes):
                yield Found(FINDING.id, known.text, step.id, phones)


fix = change_step(N_("Name every cause that is known"), tell_message)
