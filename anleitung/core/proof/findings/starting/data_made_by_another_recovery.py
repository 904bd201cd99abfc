"""A system wants user data made anew by a recovery of its own, and another one made it."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import format_in_recovery

FINDING = Finding(
    id="data-made-by-another-recovery",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_(
        "The phone hangs at boot: the user data was made anew in a recovery whose form "
        "the system does not take."
    ),
    why=N_(
        "Recoveries make the data area in different forms, and some systems take only their own."
    ),
    remedy=N_("Install first, restart into the recovery of the system, and format data there"),
)


fix = format_in_recovery
