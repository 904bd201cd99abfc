"""The guide leaves the phone in a state in which it would not start."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="left-not-starting",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="entry",
    says=N_("If the phone is switched off and on now, it does not start. {subject}"),
    why=N_("It works only until its battery is empty, and the reader has gone by then."),
    remedy=N_("Bring it to a start of its system within the guide"),
)
