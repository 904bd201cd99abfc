"""Something is flashed while the bootloader is locked."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import unlock_before

FINDING = Finding(
    id="flash-while-locked",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_("The bootloader is still locked and refuses to write {subject}."),
    why=N_("The step cannot be done; forcing it in other modes is how phones die."),
    remedy=N_("Unlock before this step, or admit only unlocked phones"),
)


fix = unlock_before
