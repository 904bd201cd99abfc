"""Locking before the phone was seen to start."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="relock-before-start",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    says=_("The bootloader is locked before anybody saw that the phone starts."),
    why=_("A locked phone that does not start may not be opened again."),
    remedy=_("Start the system once before the bootloader is locked"),
)
