"""The host system needs a driver, and no step installs it."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="driver-missing",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="tool",
    says=_("Without its driver {subject} sees no phone on this host system."),
    why=_("The phone is in the right mode, the cable is in, and nothing happens."),
    remedy=_("Install the driver before"),
)
