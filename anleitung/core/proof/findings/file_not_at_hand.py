"""A step uses a file before it was obtained."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="file-not-at-hand",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} was never downloaded before this step."),
    why=_("In the bootloader or after a wipe it may be too late to fetch it."),
    remedy=_("Add it to an earlier step that obtains files"),
)
