"""Something is flashed while the bootloader is locked."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="flash-while-locked",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_("The bootloader is still locked and refuses to write {subject}."),
    why=_("The step cannot be done; forcing it in other modes is how phones die."),
    remedy=_("Unlock before this step, or admit only unlocked phones"),
)
