"""A file was unpacked that must be used as it is."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="file-unpacked",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} was unpacked, and must be used as it was downloaded."),
    why=_("What installs it checks the whole archive."),
    remedy=_("Leave it packed"),
)
