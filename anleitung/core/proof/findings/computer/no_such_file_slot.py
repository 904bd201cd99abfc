"""A file slot is named that the window program does not have."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="no-such-file-slot",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The window has no file slot {subject}."),
    why=N_("The step cannot be done."),
    remedy=N_("Name a slot of the tool"),
)


fix = leave_out
