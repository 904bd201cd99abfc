"""The room for the second system is smaller than what goes in."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="second-too-small",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("The room that was made is smaller than {subject} unpacked."),
    why=_("It stops half way, and the room must be made again."),
    remedy=_("Make it larger"),
)
