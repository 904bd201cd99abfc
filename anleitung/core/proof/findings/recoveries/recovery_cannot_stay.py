"""A recovery is to install itself, and the one that runs is the maker's own, or not described."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="recovery-cannot-stay",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_(
        "The recovery that runs here is not one the documents describe, and is not known to "
        "install itself."
    ),
    why=N_(
        "Readers look for a line that the maker's own recovery does not have, and pick another."
    ),
    remedy=N_(
        "Start the recovery that is to stay right before it, and keep its document in the bundle"
    ),
)


fix = leave_out
