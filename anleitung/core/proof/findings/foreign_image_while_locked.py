"""A locked bootloader finds an image that the maker did not sign."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="foreign-image-while-locked",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_(
        "The bootloader is locked and refuses to start, because {subject} is not signed by "
        "the maker."
    ),
    why=_("Nothing starts, and a locked bootloader cannot be written to."),
    remedy=_("Do not lock over a foreign system"),
)
