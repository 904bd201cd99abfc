"""A copy is brought back that was never made."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="nothing-to-restore",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="loss",
    says=_("There is no copy of {subject} to bring back."),
    why=_("Readers find out when the originals are gone."),
    remedy=_("Make the copy before the wipe"),
)
