"""Data under a screen lock meet another build."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.remove import Remove
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert

FINDING = Finding(
    id="screen-lock-left-on",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    says=N_("Another build starts here on user data that are locked with the screen lock."),
    why=N_("Where the new build cannot open them, the data cannot be read any more."),
    remedy=N_("Take the screen lock off before, and set it again afterwards"),
)


LOCK_OFF = insert(lambda: Remove(action="remove", id="screen-lock-off", what="screen-lock"))


fix = LOCK_OFF
