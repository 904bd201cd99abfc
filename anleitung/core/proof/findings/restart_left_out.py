"""A restart between low-level images is left out."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="restart-left-out",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    about="partition",
    says=_(
        "{subject} is written before the bootloader was restarted after the last low-level image."
    ),
    why=_("Some bootloaders write the next image only after they have started anew."),
    remedy=_("Restart into the bootloader in between"),
)
