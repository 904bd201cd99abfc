"""A check in the guide sends admitted phones away."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="turned-away",
    kind=Kind.CONSEQUENCE,
    severity=Severity.NOTE,
    about="condition",
    says=_("These phones are admitted and then sent away by the check: {subject}."),
    why=_("They leave unharmed, but should have been told before they began."),
    remedy=_("Put the condition into the admission"),
)
