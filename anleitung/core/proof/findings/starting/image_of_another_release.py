"""An image of one release stands beside a system of another."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="image-of-another-release",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_(
        "The phone hangs at boot: what stands in {subject} was made from another "
        "release than the system."
    ),
    why=N_("A kernel or a patched image belongs to exactly one release."),
    remedy=N_("Use the image of the release that is installed"),
)
