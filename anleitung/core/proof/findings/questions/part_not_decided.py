"""Whether a script does one of its parts is not known."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="part-not-decided",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="condition",
    says=N_(
        "Whether the script does this part is not known on these phones, since "
        "it is not known whether {subject}."
    ),
    why=N_("Both were tried, and what follows from each is told at its step."),
    remedy=N_("Admit only phones on which it is known, or take the part out of the script"),
)
