"""A file is used packed that must be unpacked before."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="file-not-unpacked",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} is used as it was downloaded, and must be unpacked before."),
    why=_("The tool takes the archive for an image, or refuses it."),
    remedy=_("Unpack it before"),
)
