"""A package is to be installed from storage and was never put there."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="file-not-on-storage",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} is not on the internal storage."),
    why=_("The recovery shows an empty folder, with the phone perhaps already wiped."),
    remedy=_("Copy the file to the storage before this step, or sideload it"),
)
