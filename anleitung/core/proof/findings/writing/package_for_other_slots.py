"""The package is made for phones with another kind of slots."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="package-for-other-slots",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} is made for phones with another kind of slots."),
    why=N_("It writes to places that this phone does not have, or leaves half of them out."),
    remedy=N_("Take the package for this kind of phone"),
)
