"""A copy is brought back that was never made."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="nothing-to-restore",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="loss",
    says=N_("There is no copy of {subject} to restore."),
    why=N_("Readers find out when the originals are gone."),
    remedy=N_("Make the copy before the wipe"),
)


fix = leave_out
