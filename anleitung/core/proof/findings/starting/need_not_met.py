"""What a file says that it needs beside it is not there."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="need-not-met",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="need",
    says=N_("The phone hangs at boot: {subject}."),
    why=N_("Its document names what it goes with, and that does not stand there."),
    remedy=N_(
        "Write what it needs before the restart, or take a file that goes with what is there"
    ),
)
