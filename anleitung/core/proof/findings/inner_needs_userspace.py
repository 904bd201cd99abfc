"""An inner partition is flashed in the wrong mode."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="inner-needs-userspace",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_("{subject} lies in the container and is not written in the bootloader."),
    why=_("The bootloader knows the container only as a whole."),
    remedy=_("Enter the flashing mode of the system first"),
)
