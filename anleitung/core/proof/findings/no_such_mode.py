"""A step enters a mode that the phone does not have."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-such-mode",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="mode",
    says=_("This codename has no mode {subject}."),
    why=_("The keys and commands for it lead nowhere."),
    remedy=_("Go through a mode that the phone has"),
)
