"""The maker's own recovery has no such line in its menu."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="stock-recovery-cannot",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_(
        "The maker's own recovery cannot do this: it wipes the user data as a "
        "whole, and nothing else ({subject})."
    ),
    why=N_("Readers look for a line that is not there, and take the nearest one."),
    remedy=N_("Start another recovery for it, or leave it out"),
)
