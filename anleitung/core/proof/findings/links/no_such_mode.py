"""A step enters a mode that the phone does not have."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="no-such-mode",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="mode",
    says=N_("This codename has no mode {subject}."),
    why=N_("The keys and commands for it lead nowhere."),
    remedy=N_("Go through a mode that the phone has"),
)


fix = leave_out
