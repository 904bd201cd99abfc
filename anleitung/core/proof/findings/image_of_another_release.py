"""An image of one release stands beside a system of another."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="image-of-another-release",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_(
        "The phone hangs at the start: what stands in {subject} was made from another "
        "release than the system."
    ),
    why=_("A kernel or a patched image belongs to exactly one release."),
    remedy=_("Take the image of the very release that is installed"),
)
