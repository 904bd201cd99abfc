"""The driver that is installed belongs to no tool of the guide."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="driver-of-another-tool",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} is the driver of no tool of this guide."),
    why=N_("The computer says that it is installed, and the tool still sees no phone."),
    remedy=N_("Install the driver that the document of the tool names"),
)
