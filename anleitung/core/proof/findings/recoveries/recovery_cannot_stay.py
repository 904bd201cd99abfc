"""A recovery is to install itself, and the one that runs is the maker's own, or not described."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="recovery-cannot-stay",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_(
        "No recovery that the documents describe runs here, so none is known to install itself."
    ),
    why=N_(
        "Readers look for a line that the maker's own recovery does not have, and take another."
    ),
    remedy=N_(
        "Start the recovery that is to stay right before it, and keep its document with the guide"
    ),
)


fix = leave_out
