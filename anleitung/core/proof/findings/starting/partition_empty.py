"""A partition that the start needs is empty."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="partition-empty",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_(
        "The phone does not start: {subject} holds nothing, since it was wiped or its writing "
        "was cut off."
    ),
    why=N_("A wipe of a system partition is only half of an installation."),
    remedy=N_("Install something there before the restart, or leave the wipe out"),
)


fix = leave_out
