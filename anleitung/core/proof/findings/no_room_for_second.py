"""A second system is wanted on a phone that keeps only one."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-room-for-second",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("This phone keeps no second system beside its own."),
    why=_("The step cannot be done."),
    remedy=_("Narrow the guide to codenames that can"),
)
