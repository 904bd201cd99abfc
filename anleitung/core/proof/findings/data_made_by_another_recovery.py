"""A system wants user data made anew by a recovery of its own, and another one made it."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="data-made-by-another-recovery",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_(
        "The phone hangs at the start: the user data was made anew in a recovery whose form "
        "the system does not take."
    ),
    why=_(
        "Recoveries make the data area in different forms, and some systems take only their own."
    ),
    remedy=_("Install first, restart into the recovery of the system, and format data there"),
)
