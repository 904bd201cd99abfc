"""A step by hand."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="on-trust",
    nature=Nature.CONSEQUENCE,
    severity=Severity.NOTE,
    says=N_(
        "What this step does is taken on trust: the model only knows what its author says of it."
    ),
    why=N_("A proof is as good as what goes into it."),
    remedy=N_("Use a typed step as soon as there is one"),
)
