"""The codename has no keys that lead to this mode."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="no-such-chord",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="mode",
    says=N_("This phone has no keys that lead to {subject} mode."),
    why=N_("Whoever holds keys that do nothing holds them longer, and comes out somewhere else."),
    remedy=N_("Enter the mode with a command or from a menu, or add the keys to the codename"),
)
