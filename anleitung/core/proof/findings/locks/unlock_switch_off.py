"""The unlock command is given while the switch in the system is off."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import allow_unlocking

FINDING = Finding(
    id="unlock-switch-off",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The switch that allows unlocking is off, so the bootloader refuses."),
    why=N_("The reader stands in the bootloader and has to go all the way back."),
    remedy=N_("Turn the switch on first the phone leaves its system"),
)


fix = allow_unlocking
