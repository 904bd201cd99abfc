"""Whether the firmware base is new enough cannot be decided."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="base-not-known",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="partition",
    says=N_("Whether the firmware in {subject} is new enough is not known for these phones."),
    why=N_("It boots only by luck."),
    remedy=N_("Admit only builds that the catalogue lists"),
)
