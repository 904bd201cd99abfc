"""A window program is named that the guide does not have."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="no-such-window",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The guide has no window program {subject}."),
    why=N_("The step cannot be done."),
    remedy=N_("Name a tool of the guide that has a window"),
)


fix = leave_out
