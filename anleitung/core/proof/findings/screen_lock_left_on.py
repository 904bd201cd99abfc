"""Data under a screen lock meet another build."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="screen-lock-left-on",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    says=_("Another build starts here on user data that are locked with the screen lock."),
    why=_("Where the new build cannot open them, the data cannot be read any more."),
    remedy=_("Take the screen lock off before, and set it again afterwards"),
)
