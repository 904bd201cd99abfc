"""A step needs the phone in a mode that it is not in."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import enter_mode

FINDING = Finding(
    id="wrong-mode",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="mode",
    says=N_("The phone is not in the mode that this step needs: {subject}."),
    why=N_(
        "The step cannot be done, and a reader who tries other keys at random may end up in a "
        "mode that erases."
    ),
    remedy=N_("Put the step that enters this mode before it"),
)


fix = enter_mode
