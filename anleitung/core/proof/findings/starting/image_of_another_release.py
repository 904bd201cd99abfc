"""An image of one release stands beside a system of another."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="image-of-another-release",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_(
        "The phone hangs at the start: what stands in {subject} was made from another "
        "release than the system."
    ),
    why=N_("A kernel or a patched image belongs to exactly one release."),
    remedy=N_("Take the image of the very release that is installed"),
)
