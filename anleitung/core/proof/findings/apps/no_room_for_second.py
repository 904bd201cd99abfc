"""A second system is wanted on a phone that keeps only one."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="no-room-for-second",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("This phone keeps no second system beside its own."),
    why=N_("The step cannot be done."),
    remedy=N_("Narrow the guide to codenames that can"),
)
