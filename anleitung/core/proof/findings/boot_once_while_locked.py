"""An image is to be started once while the bootloader is locked."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="boot-once-while-locked",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("The bootloader is still locked and refuses to start {subject}."),
    why=_("The step cannot be done."),
    remedy=_("Unlock before this step, or admit only unlocked phones"),
)
