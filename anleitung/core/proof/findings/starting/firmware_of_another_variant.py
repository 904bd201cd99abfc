"""Firmware of another variant bricks the phone."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="firmware-of-another-variant",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_(
        "On these phones the image in {subject} is for another variant: the phone does not "
        "come on again."
    ),
    why=N_("This is a hard brick: no cable brings it back."),
    remedy=N_("Flash the image of the variant, or admit only the variant it is made for"),
)
