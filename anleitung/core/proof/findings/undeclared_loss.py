"""A wipe takes what the guide did not say would be lost, and no copy exists."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="undeclared-loss",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="loss",
    says=_(
        "Here the phone loses {subject}, no copy was made before, and the guide does not say so."
    ),
    why=_("Readers lose what they believed safe."),
    remedy=_("Back up before this step, or declare the loss in the promise"),
)
