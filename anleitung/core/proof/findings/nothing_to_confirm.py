"""The phone is asked to agree to a computer while debugging is off."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="nothing-to-confirm",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("The phone shows no question to agree to, because debugging is off."),
    why=_("The reader waits for a question that never comes."),
    remedy=_("Turn on debugging before this step"),
)
