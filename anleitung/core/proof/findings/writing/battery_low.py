"""Writing begins with a low battery."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.charge import Charge
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert

FINDING = Finding(
    id="battery-low",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    says=N_("These phones are written with a battery that may be nearly empty."),
    why=N_("A phone that goes off while it is written may not come on again."),
    remedy=N_("Charge the phone first"),
)


fix = insert(lambda: Charge(action="charge", id="charge"))
