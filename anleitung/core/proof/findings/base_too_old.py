"""The firmware base in the running slot is older than the system wants."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="base-too-old",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_(
        "The phone hangs at the start: the firmware in {subject} is older than the system "
        "wants, in the slot that runs now."
    ),
    why=_("The other slot is often the one that nobody updated."),
    remedy=_(
        "Write the firmware base to both slots before, or admit only phones that have it in "
        "every slot"
    ),
)
