"""A partition that is unique to one phone would be overwritten."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.back_up import BackUp
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert

FINDING = Finding(
    id="unique-partition-touched",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_("{subject} holds calibration or identity that exists only once, on this very phone."),
    why=N_("Nobody can give it back; radio and identity are lost for good."),
    remedy=N_("Remove the step"),
)


fix = insert(lambda: BackUp(action="back-up", id="copy-unique", what=("unique",), checked=True))
