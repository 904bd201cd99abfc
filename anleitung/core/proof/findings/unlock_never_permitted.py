"""The carrier never permits unlocking."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="unlock-never-permitted",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("The carrier of this phone never permits unlocking, and its switch stays grey."),
    why=_("Readers try for hours, or turn to offers that are not lawful."),
    remedy=_("Admit only phones whose carrier permits it"),
)
