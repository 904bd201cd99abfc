"""It is not known whether an image fits the installed release."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="release-not-known",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="partition",
    says=N_(
        "The image in {subject} belongs to one release, and nobody knows which one is "
        "installed on these phones."
    ),
    why=N_("An image made from another release makes the phone hang."),
    remedy=N_("Admit only phones whose build is the one that the image was made from"),
)
