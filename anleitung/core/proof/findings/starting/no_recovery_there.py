"""Nothing stands where the recovery should come from."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="no-recovery-there",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_("Neither a recovery nor the flashing mode comes up: nothing in {subject} provides it."),
    why=N_("What was wiped there, or written over it, took the recovery with it."),
    remedy=N_("Write a recovery there first, or stay in the bootloader"),
)
