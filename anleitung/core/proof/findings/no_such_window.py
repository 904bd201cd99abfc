"""A window program is named that the guide does not have."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-such-window",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("The guide has no window program {subject}."),
    why=_("The step cannot be done."),
    remedy=_("Name a tool of the guide that has a window"),
)
