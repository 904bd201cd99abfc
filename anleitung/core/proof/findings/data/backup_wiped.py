"""A copy was wiped before it was brought back."""

from anleitung.core.guide.nested import OneStep
from anleitung.core.marked import N_
from anleitung.core.phone.actions.back_up import BackUp
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import change_steps

FINDING = Finding(
    id="backup-wiped",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="loss",
    says=N_("The copy of {subject} lay on the phone, and a wipe took it before this step."),
    why=N_("A copy on what is wiped is none."),
    remedy=N_("Keep the copy on the computer"),
)


def _keeps_on_host(step: OneStep, found: Found) -> OneStep:
    if isinstance(step, BackUp) and found.subject in step.what:
        return step.model_copy(update={"kept": "host"})
    return step


fix = change_steps(N_("Keep the copy on the computer"), _keeps_on_host)
