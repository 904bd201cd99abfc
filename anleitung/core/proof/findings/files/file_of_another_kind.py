"""A step takes a file of a kind that it cannot take."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="file-of-another-kind",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} is no file for this step: its kind says so."),
    why=N_(
        "A driver, an app or a package for a recovery is no image, and what "
        "writes it may not notice."
    ),
    remedy=N_("Take the file that is meant, or mend its kind in the document"),
)
