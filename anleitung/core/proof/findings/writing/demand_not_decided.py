"""What the package demands cannot be decided."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="demand-not-decided",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="file",
    says=N_("Whether the installer of {subject} accepts these phones is not known."),
    why=N_("It works only by luck."),
    remedy=N_("Admit only builds that the catalogue lists"),
)
