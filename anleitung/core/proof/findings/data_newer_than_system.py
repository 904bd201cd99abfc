"""The user data was written by a newer platform."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="data-newer-than-system",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("The phone hangs at the start: its data was written by a newer platform."),
    why=_("Data is carried forward, never back."),
    remedy=_("Format data before the first start"),
)
