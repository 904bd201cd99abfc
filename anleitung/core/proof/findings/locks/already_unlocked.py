"""The phone is already unlocked when it is told to unlock."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="already-unlocked",
    nature=Nature.CONSEQUENCE,
    severity=Severity.NOTE,
    says=N_("These phones are unlocked already; the step changes nothing for them."),
    why=N_("Readers puzzle over the tool’s answer."),
    remedy=N_("Admit only locked phones, or say so in the step"),
)


fix = leave_out
