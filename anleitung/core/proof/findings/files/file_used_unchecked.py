"""A file is used before its digest was compared."""

from anleitung.core.guide.nested import OneStep
from anleitung.core.marked import N_
from anleitung.core.phone.actions.obtain import Obtain
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import change_steps

FINDING = Finding(
    id="file-used-unchecked",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="file",
    says=N_("{subject} is used although its digest was never compared."),
    why=N_("A file that was cut short or replaced is found out at the boot logo."),
    remedy=N_("Let the step that obtains it compare the digests"),
)


def _verifies(step: OneStep, found: Found) -> OneStep:
    if isinstance(step, Obtain) and found.subject in step.files:
        return step.model_copy(update={"verify": True})
    return step


fix = change_steps(N_("Compare the digests"), _verifies)
