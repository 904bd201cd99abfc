"""A waiting update was broken by a change of slots."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import back_in, insert, see_start

FINDING = Finding(
    id="update-broken",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_(
        "The phone hangs at boot: an update was waiting to be merged, and its slot "
        "was changed under it."
    ),
    why=N_("Half of the system is the old one and half the new one."),
    remedy=N_("Let the phone start once and finish its update before anything changes the slot"),
)


fix = insert(see_start, back_in)
