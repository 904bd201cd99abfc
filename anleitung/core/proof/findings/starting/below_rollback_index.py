"""A firmware is older than the rollback index allows."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import write_firmware_to_both

FINDING = Finding(
    id="below-rollback-index",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_(
        "The firmware in {subject} has a lower rollback index than the phone keeps: it "
        "does not come on again."
    ),
    why=N_("The index only ever rises, and nothing sets it back."),
    remedy=N_("Take firmware of the same index or a higher one, or admit only phones below it"),
)


fix = write_firmware_to_both
