"""A menu word is chosen that the running recovery does not have."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="no-such-word",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The recovery running here has no menu entry “{subject}”."),
    why=N_("Readers choose what sounds similar, and it does something else."),
    remedy=N_("Take the word from the document of the recovery"),
)


fix = leave_out
