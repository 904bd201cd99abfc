"""A step makes a file that is not made from another one."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="file-not-derived",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} is to be made here, and nothing says from which file."),
    why=N_("Without a source there is nothing whose digest could be compared."),
    remedy=N_("Say in the package what it is derived from, or download it"),
)


fix = leave_out
