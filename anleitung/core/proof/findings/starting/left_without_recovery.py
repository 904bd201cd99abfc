"""The guide leaves the phone without a recovery that comes up."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="left-without-recovery",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="entry",
    says=N_("The guide leaves the phone without a recovery. {subject}"),
    why=N_("It is the way back that most rescue guides begin with."),
    remedy=N_("Write a recovery there, or say in the guide that none is left"),
)
