"""A second system runs on the kernel of the first, and that was changed after it went in."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="second-kernel-changed",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_(
        "The second system does not start: it runs on the kernel of the first one, and that "
        "has changed since."
    ),
    why=N_("An update of the first system takes the second one with it."),
    remedy=N_("Put the second system in again after the change"),
)
