"""An image of another variant does not start."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="image-of-another-variant",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_("The phone hangs at the start: the image in {subject} is for another variant."),
    why=_("The reader sees the logo for hours."),
    remedy=_("Use the package of the variant, or admit only the variant it is made for"),
)
