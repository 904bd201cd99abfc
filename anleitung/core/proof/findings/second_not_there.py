"""The second system is used before its room was made, or before anything went in."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="second-not-there",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("There is no second system yet."),
    why=_("The menu at the start does not show it."),
    remedy=_("Make its room and install it before"),
)
