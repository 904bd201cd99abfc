"""The phone is in a mode in which the tool reaches nothing."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="tool-not-heard",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="tool",
    says=N_("{subject} is not heard in the mode in which the phone is now."),
    why=N_("The command waits for a phone and says nothing, or it says that no phone is there."),
    remedy=N_("Bring the phone into a mode in which the tool is heard"),
)
