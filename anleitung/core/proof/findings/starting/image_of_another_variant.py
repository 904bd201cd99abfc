"""An image of another variant does not start."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="image-of-another-variant",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_("The phone hangs at boot: the image in {subject} is for another variant."),
    why=N_("The reader sees the logo for hours."),
    remedy=N_("Use the package of the variant, or admit only the variant it is made for"),
)
