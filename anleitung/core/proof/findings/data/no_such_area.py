"""An area is wiped that the layout does not have."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="no-such-area",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_("This layout has no {subject} to wipe."),
    why=N_("The recovery shows no such line, and readers take the next one to it."),
    remedy=N_("Name areas and partitions that the codename has"),
)


fix = leave_out
