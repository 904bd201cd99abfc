"""The waiting time for unlocking is not over."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="unlock-wait-running",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The waiting time of this carrier is not over, and the switch stays grey."),
    why=N_("The reader can do nothing but wait, and should know before beginning."),
    remedy=N_("Admit only phones whose waiting time is over"),
)
