"""Whether a promise holds cannot be decided."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="promise-not-decided",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="condition",
    says=N_("Whether {subject} at the end is not known for these phones."),
    why=N_("What is not known cannot be relied on."),
    remedy=N_("Admit only builds that the catalogue lists"),
)
