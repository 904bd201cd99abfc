"""An image is written and its package does not say what it holds."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="content-not-described",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_(
        "Nobody has recorded what {subject} contains, so nothing after this step can be proved."
    ),
    why=N_("What is not known cannot be promised."),
    remedy=N_("Add content to the package"),
)


fix = leave_out
