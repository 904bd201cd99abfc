"""A promise does not hold at the end."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="promise-not-kept",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="condition",
    says=N_("At the end this does not hold: {subject}."),
    why=N_("Readers and guides that build on this one rely on it."),
    remedy=N_("Change the procedure, or promise less"),
)
