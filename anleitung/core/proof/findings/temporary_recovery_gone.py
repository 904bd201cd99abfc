"""A recovery that was only booted once is gone after a restart."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="temporary-recovery-gone",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_(
        "The recovery that was started once is gone after a restart, and the one that runs "
        "now does not accept {subject}."
    ),
    why=_("The phone is back in its own recovery, perhaps already wiped."),
    remedy=_("Start the recovery once more before this step, or do not restart in between"),
)
