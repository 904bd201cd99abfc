"""A copy belongs to another build."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="backup-of-another-build",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="loss",
    says=N_("The copy of {subject} was made on another build than the one that runs now."),
    why=N_("Settings of another build can keep a system from starting."),
    remedy=N_("Bring back only what the new build can read, or go back to the build of the copy"),
)
