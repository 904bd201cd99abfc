"""The firmware base in the running slot is older than the system wants."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import write_firmware_to_both

FINDING = Finding(
    id="base-too-old",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_(
        "The phone hangs at boot: the firmware in {subject} is older than the system "
        "wants, in the slot that runs now."
    ),
    why=N_("The other slot is often the one that nobody updated."),
    remedy=N_(
        "Write the firmware base to both slots before, or admit only phones that have it in "
        "every slot"
    ),
)


fix = write_firmware_to_both
