"""The unlock switch wants a newer patch level."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="unlock-switch-grey",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_(
        "The switch that allows unlocking is grey on these phones: their patch level is too old."
    ),
    why=_("It can be seen and not be moved."),
    remedy=_("Update the stock system first, or admit only phones with a newer patch level"),
)
