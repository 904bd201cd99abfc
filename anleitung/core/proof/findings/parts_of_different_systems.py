"""Partitions that belong together come from different systems."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="parts-of-different-systems",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_(
        "The phone hangs at the start: {subject} does not come from the system that is installed."
    ),
    why=_("A kernel or ramdisk of another system cannot start this one."),
    remedy=_("Write the parts from one system"),
)
