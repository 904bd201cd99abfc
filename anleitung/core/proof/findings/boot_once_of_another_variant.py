"""An image made for another variant is started once."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="boot-once-of-another-variant",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} is made for another variant and does not start here."),
    why=_("The screen stays black until the reader holds the power key; nothing was written."),
    remedy=_("Use the image for this variant"),
)
