"""A package wants a newer recovery than the one that runs."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="recovery-too-old",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("The running recovery is older than {subject} wants."),
    why=N_("It refuses the package, or installs half of it."),
    remedy=N_("Start a newer version of the recovery"),
)
