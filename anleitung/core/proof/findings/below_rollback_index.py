"""A firmware is older than the rollback index allows."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="below-rollback-index",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_(
        "The firmware in {subject} has a lower rollback index than the phone keeps: it "
        "does not come on again."
    ),
    why=_("The index only ever rises, and nothing sets it back."),
    remedy=_("Take firmware of the same index or a higher one, or admit only phones below it"),
)
