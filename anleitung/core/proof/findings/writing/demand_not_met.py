"""What the package demands is not so."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="demand-not-met",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("The installer of {subject} checks the phone and refuses it."),
    why=N_("The step cannot be done."),
    remedy=N_("Admit only phones that meet the demand, or get them there first"),
)
