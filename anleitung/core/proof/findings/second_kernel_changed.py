"""A second system runs on the kernel of the first, and that was changed after it went in."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="second-kernel-changed",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_(
        "The second system does not start: it runs on the kernel of the first one, and that "
        "has changed since."
    ),
    why=_("An update of the first system takes the second one with it."),
    remedy=_("Put the second system in again after the change"),
)
