"""Locking without a way back."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="relock-without-way-back",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    says=_("The bootloader is locked while the switch that allows unlocking is off."),
    why=_("If the phone does not start then, nothing opens it again."),
    remedy=_("Turn the switch on before"),
)
