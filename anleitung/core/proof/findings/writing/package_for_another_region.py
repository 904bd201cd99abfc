"""A file is written that was made for other regions."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="package-for-another-region",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} was made for other regions than this phone was sold in."),
    why=N_(
        "Nothing checks the region of an image while it is written. Networks may be missing after "
        "it, and the way back may be closed."
    ),
    remedy=N_("Take the file for this region, or narrow the admission"),
)
