"""What the step is written for is not there: another recovery runs, or a program is missing."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="expected-not-there",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="app",
    says=N_("The step is written for {subject}, and that is not there."),
    why=N_("Its lines and signs are those of another program: readers take the nearest one."),
    remedy=N_("Start or install it first, or change what the step expects"),
)
