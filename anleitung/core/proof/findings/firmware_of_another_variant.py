"""Firmware of another variant ends the phone."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="firmware-of-another-variant",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_(
        "On these phones the image in {subject} is for another variant: the phone does not "
        "come on again."
    ),
    why=_("The damage is on hardware level; no cable brings it back."),
    remedy=_("Flash the image of the variant, or admit only the variant it is made for"),
)
