"""None of several answers is so of a phone."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="no-case",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("None of the answers is so of these phones, and the guide has no steps for them."),
    why=N_("A reader then takes the answer that comes nearest."),
    remedy=N_("Add the case, or admit only phones of which one is so"),
)
