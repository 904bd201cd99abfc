"""A partition is written twice before anything reads it."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="overwritten-unread",
    nature=Nature.CONSEQUENCE,
    severity=Severity.NOTE,
    about="partition",
    says=N_("{subject} is written here, and nothing has read what was written there before."),
    why=N_("One of the two steps does nothing but take time."),
    remedy=N_("Leave the earlier one out, or restart in between if it was meant to work"),
)


fix = leave_out
