"""A file that is no key is enrolled."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="not-a-key",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} is not a key."),
    why=N_("Only a public key can be enrolled."),
    remedy=N_("Name the file with the role key"),
)


fix = leave_out
