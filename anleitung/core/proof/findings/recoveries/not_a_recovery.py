"""A file is started as a recovery and its package names none."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="not-a-recovery",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_(
        "{subject} is started as a recovery, but its package does not say which recovery it holds."
    ),
    why=N_("What the started image can do is not known."),
    remedy=N_("Name the recovery in the content of the package"),
)


fix = leave_out
