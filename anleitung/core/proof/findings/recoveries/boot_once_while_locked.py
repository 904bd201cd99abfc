"""An image is to be started once while the bootloader is locked."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import unlock_before

FINDING = Finding(
    id="boot-once-while-locked",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("The bootloader is still locked and refuses to start {subject}."),
    why=N_("The step cannot be done."),
    remedy=N_("Unlock before this step, or admit only unlocked phones"),
)


fix = unlock_before
