"""A package is for another processor family."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="package-for-another-processor",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} is for another processor family."),
    why=_("It installs, and nothing of it runs."),
    remedy=_("Take the package for the processor of this variant"),
)
