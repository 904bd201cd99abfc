"""A waiting update was broken by a change of slots."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="update-broken",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_(
        "The phone hangs at the start: an update was waiting to be merged, and its slot "
        "was changed under it."
    ),
    why=_("Half of the system is the old one and half the new one."),
    remedy=_("Let the phone start once and finish its update before anything changes the slot"),
)
