"""An image is larger than its partition."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="image-too-large",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_("The image does not go into {subject}: it is larger than the room there."),
    why=_("The tool stops half way, and the partition holds neither the old nor the new."),
    remedy=_("Take a smaller image, or make room in the container first"),
)
