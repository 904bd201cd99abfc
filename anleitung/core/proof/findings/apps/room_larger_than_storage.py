"""The room for a second system is larger than the storage of the phone."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="room-larger-than-storage",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_(
        "The room for the second system is larger than the largest storage that"
        " this phone is sold with."
    ),
    why=N_("The app refuses, or fills the storage until the first system no longer starts."),
    remedy=N_("Make the room smaller"),
)
