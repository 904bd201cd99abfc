"""A code is asked for that does not exist."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="no-code-to-ask-for",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("This codename has no unlock code: it is unlocked another way."),
    why=N_("Readers wait for something that never comes."),
    remedy=N_("Leave the step out"),
)


fix = leave_out
