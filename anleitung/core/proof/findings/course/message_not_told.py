"""A text is known to be shown here, and the step does not say what it means."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import change_step, tell_message
from anleitung.core.proof.repair.known_messages import known_messages
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="message-not-told",
    nature=Nature.COURSE,
    severity=Severity.WARN,
    says=N_("The step does not say what “{subject}” means, which is known to be shown here."),
    why=N_("Readers pull the cable at a red line that is harmless, or wait at one that is not."),
    remedy=N_("Add the message to the step"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    for step, message, phones in known_messages(compiled):
        if not any(told.fits(message.text) for told in step.messages):
            yield Found(FINDING.id, message.text, step.id, phones)


fix = change_step(N_("Say what it means, as its document does"), tell_message)
