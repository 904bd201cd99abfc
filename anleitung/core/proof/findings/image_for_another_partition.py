"""An image goes to a partition that is not for it."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="image-for-another-partition",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_("This kind of image does not belong into {subject} on this codename."),
    why=_("Where the first ramdisk stands differs from one generation to the next."),
    remedy=_("Flash it to the partition that holds it on this codename"),
)
