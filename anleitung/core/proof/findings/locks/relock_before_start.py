"""Locking before the phone was seen to start."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import back_in, insert, see_start

FINDING = Finding(
    id="relock-before-start",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    says=N_("The bootloader is locked before anybody saw that the phone starts."),
    why=N_("A locked phone that does not start may not be opened again."),
    remedy=N_("Start the system once before the bootloader is locked"),
)


fix = insert(see_start, back_in)
