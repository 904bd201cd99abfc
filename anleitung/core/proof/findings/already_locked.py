"""Locking a locked bootloader."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="already-locked",
    kind=Kind.CONSEQUENCE,
    severity=Severity.NOTE,
    says=_("On these phones the bootloader is locked already."),
    why=_("The step does nothing there."),
    remedy=_("Admit only open phones, or branch around it"),
)
