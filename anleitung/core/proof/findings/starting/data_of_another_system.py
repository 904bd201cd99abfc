"""The user data belongs to another system, so the phone hangs."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import format_in_recovery

FINDING = Finding(
    id="data-of-another-system",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The phone hangs at boot: the data of the system before it is still there."),
    why=N_("The new system cannot read it and waits forever."),
    remedy=N_("Format data before the first start"),
)


fix = format_in_recovery
