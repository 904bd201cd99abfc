"""A wipe takes what the guide did not announce, and nobody opened the copy."""

from anleitung.core.guide.nested import OneStep
from anleitung.core.marked import N_
from anleitung.core.phone.actions.back_up import BackUp
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import change_steps

FINDING = Finding(
    id="backup-not-checked",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="loss",
    says=N_("Here the phone loses {subject}; a copy was made, but nobody opened it."),
    why=N_("A copy that was never opened is a hope."),
    remedy=N_("Let the reader open one copy, and set checked"),
)


def _checks_copies(step: OneStep, found: Found) -> OneStep:
    if isinstance(step, BackUp) and found.subject in step.what:
        return step.model_copy(update={"checked": True})
    return step


fix = change_steps(N_("Open one of the copies"), _checks_copies)
