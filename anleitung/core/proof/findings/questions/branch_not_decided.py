"""A branch asks something that cannot be decided."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="branch-not-decided",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="condition",
    says=N_("For these phones nobody can say whether {subject}, so neither way is right."),
    why=N_("The reader takes one of two ways by chance."),
    remedy=N_("Admit only builds that the catalogue lists, or ask for something that can be seen"),
)
