"""The battery is to be taken out, and it is built in."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="battery-built-in",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("The battery of this phone cannot be taken out by hand."),
    why=_("Opened phones belong to an authorised repairer."),
    remedy=_("Use the keys that switch it off"),
)
