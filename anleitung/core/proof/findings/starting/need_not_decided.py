"""Whether what a file needs beside it is there is not known."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="need-not-decided",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="need",
    says=N_("It is not known whether this holds: {subject}."),
    why=N_("The builds on these phones cannot be compared with the one that it needs."),
    remedy=N_("Admit only phones on which it is known, or write what it needs"),
)
