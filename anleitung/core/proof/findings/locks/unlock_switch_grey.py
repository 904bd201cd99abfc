"""The unlock switch wants a newer patch level."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="unlock-switch-grey",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_(
        "The switch that allows unlocking is grey on these phones: their patch level is too old."
    ),
    why=N_("Readers see the switch and cannot move it."),
    remedy=N_("Update the stock system first, or admit only phones with a newer patch level"),
)
