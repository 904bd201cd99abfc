"""A check is asked for where the line that is read belongs to something else."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import move

FINDING = Finding(
    id="check-misleads",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="condition",
    says=N_(
        "Here nobody can see whether {subject}: the line that is shown belongs to something else."
    ),
    why=N_("Readers compare the wrong line, and are sure."),
    remedy=N_(
        "Ask for it where it is shown: the system in the system, the base in the bootloader "
        "or the system"
    ),
)


fix = move
