"""A file that each reader makes is downloaded instead."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="derived-downloaded",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_(
        "{subject} is made by each reader from another file; a download of it "
        "was made from the file of somebody else."
    ),
    why=N_("What was made on another phone carries what stood on that phone."),
    remedy=N_("Download the file that it is made from, and make it"),
)
