"""It is not known whether an image fits the installed release."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="release-not-known",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    about="partition",
    says=_(
        "The image in {subject} belongs to one release, and nobody knows which one is "
        "installed on these phones."
    ),
    why=_("An image made from another release makes the phone hang."),
    remedy=_("Admit only phones whose build is the one that the image was made from"),
)
