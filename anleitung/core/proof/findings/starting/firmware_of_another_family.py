"""Firmware that does not come from the maker of the phone."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="firmware-of-another-family",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_("The firmware in {subject} does not belong to this phone: it does not come on again."),
    why=N_("Firmware starts the hardware; what was built for something else does not."),
    remedy=N_("Take the firmware of this codename"),
)
