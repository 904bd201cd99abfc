"""Copies of apps are brought back over another system or an older platform."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="backup-of-another-system",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="loss",
    says=N_(
        "The copy of {subject} is of another system, or of a newer platform: "
        "brought back here, it does not work."
    ),
    why=N_("Settings of one system mean nothing to another, and the set-up then fails half way."),
    remedy=N_("Bring back only photos and files, and install the apps anew"),
)
