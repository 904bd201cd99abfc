"""A step answers what the codename never asks, or with an answer that it does not know."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="no-such-question",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("This codename knows no question “{subject}” with that answer."),
    why=N_("The reader cannot do it."),
    remedy=N_("Name a question and an answer of the codename"),
)


fix = leave_out
