"""The codename describes no keys at all."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="chord-not-described",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="mode",
    says=N_("The codename describes no keys, so nobody knows which lead to {subject} mode."),
    why=N_("Readers look for them elsewhere, and find those of another phone."),
    remedy=N_("Add the keys to the codename"),
)
