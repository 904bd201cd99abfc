"""A check in the guide sends admitted phones away."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="turned-away",
    nature=Nature.CONSEQUENCE,
    severity=Severity.NOTE,
    about="condition",
    says=N_("These phones are admitted and then sent away by the check: {subject}."),
    why=N_("They leave unharmed, but should have been told before they began."),
    remedy=N_("Put the condition into the admission"),
)
