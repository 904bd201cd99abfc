"""A check compares builds that cannot be compared."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="check-not-decided",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="condition",
    says=N_("For these phones it cannot be decided whether {subject}."),
    why=N_("The reader has to guess."),
    remedy=N_("Name builds that can be compared"),
)
