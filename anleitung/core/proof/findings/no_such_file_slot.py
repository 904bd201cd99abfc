"""A file slot is named that the window program does not have."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-such-file-slot",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("The window has no file slot {subject}."),
    why=_("The step cannot be done."),
    remedy=_("Name a slot of the tool"),
)
