"""A check compares builds that cannot be compared."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="check-not-decided",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    about="condition",
    says=_("For these phones it cannot be decided whether {subject}."),
    why=_("The reader has to guess."),
    remedy=_("Name builds that can be compared"),
)
