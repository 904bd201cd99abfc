"""Locking a locked bootloader."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="already-locked",
    nature=Nature.CONSEQUENCE,
    severity=Severity.NOTE,
    says=N_("On these phones the bootloader is locked already."),
    why=N_("The step does nothing there."),
    remedy=N_("Admit only open phones, or branch around it"),
)


fix = leave_out
