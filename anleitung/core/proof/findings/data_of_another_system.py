"""The user data belongs to another system, so the phone hangs."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="data-of-another-system",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("The phone hangs at the start: the data of the system before it is still there."),
    why=_("The new system cannot read it and waits for ever."),
    remedy=_("Format data before the first start"),
)
