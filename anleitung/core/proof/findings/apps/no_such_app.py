"""An app or a switch is named that no document of the guide describes."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="no-such-app",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("No program of the guide is {subject}."),
    why=N_("What the step does on the phone is not known."),
    remedy=N_("Import the program’s document"),
)


fix = leave_out
