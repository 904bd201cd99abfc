"""The second system is used before its room was made, or before anything went in."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="second-not-there",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("There is no second system yet."),
    why=N_("The menu at the start does not show it."),
    remedy=N_("Make its room and install it before"),
)
