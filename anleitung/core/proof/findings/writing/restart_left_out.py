"""A restart between low-level images is left out."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import back_in, insert

FINDING = Finding(
    id="restart-left-out",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="partition",
    says=N_(
        "{subject} is written before the bootloader was restarted after the last low-level image."
    ),
    why=N_("Some bootloaders write the next image only after they have started anew."),
    remedy=N_("Restart into the bootloader in between"),
)


fix = insert(back_in)
