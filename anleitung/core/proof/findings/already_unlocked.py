"""The phone is already unlocked when it is told to unlock."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="already-unlocked",
    kind=Kind.CONSEQUENCE,
    severity=Severity.NOTE,
    says=_("These phones are unlocked already; the step changes nothing for them."),
    why=_("Readers wonder about the answer of the tool."),
    remedy=_("Admit only locked phones, or say so in the step"),
)
