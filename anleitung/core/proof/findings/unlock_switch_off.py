"""The unlock command is given while the switch in the system is off."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="unlock-switch-off",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("The switch that allows unlocking is off, so the bootloader refuses."),
    why=_("The reader stands in the bootloader and has to go all the way back."),
    remedy=_("Turn the switch on before the phone leaves its system"),
)
