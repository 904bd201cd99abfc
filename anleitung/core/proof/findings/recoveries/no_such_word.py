"""A menu word is chosen that the running recovery does not have."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="no-such-word",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The menu of the recovery that runs here has no line “{subject}”."),
    why=N_("Readers choose what sounds alike, and it does another thing."),
    remedy=N_("Take the word from the document of the recovery"),
)


fix = leave_out
