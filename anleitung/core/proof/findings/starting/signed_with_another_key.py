"""The owner enrolled another key than the one that signed what stands there."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="signed-with-another-key",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_(
        "The bootloader is locked, and {subject} is signed with another key "
        "than the one that was enrolled."
    ),
    why=N_("The lock takes any key of its owner, and then starts only what that very key signed."),
    remedy=N_("Enrol the key that belongs to this system"),
)
