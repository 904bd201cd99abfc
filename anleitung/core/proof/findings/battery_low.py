"""Writing begins with a low battery."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="battery-low",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    says=_("These phones are written with a battery that may be nearly empty."),
    why=_("A phone that goes off while it is written may not come on again."),
    remedy=_("Charge the phone first"),
)
