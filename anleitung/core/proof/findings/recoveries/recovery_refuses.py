"""The running recovery does not accept the package."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="recovery-refuses",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("The recovery that runs here does not accept {subject}."),
    why=N_("It ends with an error after the wipe, with nothing to start."),
    remedy=N_("Start a recovery that accepts it"),
)
