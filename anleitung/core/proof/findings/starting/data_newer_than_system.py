"""The user data was written by a newer platform."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import format_in_recovery

FINDING = Finding(
    id="data-newer-than-system",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The phone hangs at boot: its data was written by a newer platform."),
    why=N_("Data is carried forward, never back."),
    remedy=N_("Format data before the first start"),
)


fix = format_in_recovery
