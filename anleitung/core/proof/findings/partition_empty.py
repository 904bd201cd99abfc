"""A partition that the start needs is empty."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="partition-empty",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_("The phone hangs at the start: {subject} was wiped, and nothing was written there."),
    why=_("A wipe of a system partition is only half of an installation."),
    remedy=_("Install something there before the restart, or leave the wipe out"),
)
