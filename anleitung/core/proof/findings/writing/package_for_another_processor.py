"""A package is for another processor family."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="package-for-another-processor",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} is for another processor family."),
    why=N_("It installs, and nothing of it runs."),
    remedy=N_("Take the package for the processor of this variant"),
)
