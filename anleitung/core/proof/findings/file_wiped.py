"""The file on internal storage went with a wipe before it was wanted."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="file-wiped",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} was on the internal storage, and a wipe took it before this step."),
    why=_("The phone now has neither data nor the package."),
    remedy=_("Copy the file after the wipe, or sideload it"),
)
