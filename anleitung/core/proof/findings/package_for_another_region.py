"""A file is written that was made for other regions."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="package-for-another-region",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} was made for other regions than this phone was sold in."),
    why=_(
        "Nothing checks the region of an image while it is written. Networks may be missing after "
        "it, and the way back may be closed."
    ),
    remedy=_("Take the file for this region, or narrow the admission"),
)
