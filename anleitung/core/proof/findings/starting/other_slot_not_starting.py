"""The guide leaves the other slot so that it would not start."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="other-slot-not-starting",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="entry",
    says=N_("The other slot would not start. {subject}"),
    why=N_(
        "The phone falls back to it after an update that fails, or when someone changes the slot."
    ),
    remedy=N_("Write both slots, or say in the guide what the other one holds"),
)
