"""Locking without a way back."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import allow_unlocking

FINDING = Finding(
    id="relock-without-way-back",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    says=N_("The bootloader is locked while the switch that allows unlocking is off."),
    why=N_("If the phone does not start then, nothing opens it again."),
    remedy=N_("Turn the switch on first"),
)


fix = allow_unlocking
