"""An add-on goes in after the first start of the system."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import move

FINDING = Finding(
    id="add-on-too-late",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_(
        "{subject} must go in before the first start of the system, and it has started already."
    ),
    why=N_(
        "The system has set itself up without it, and its apps crash until the data is made anew."
    ),
    remedy=N_("Install it right after the system, before the first start"),
)


fix = move
