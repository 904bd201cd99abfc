"""The recovery changed what the system starts from, and its encryption was not released."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="encryption-not-released",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_(
        "The phone hangs at the start: the system insists on encryption, and the recovery in "
        "it did not release it."
    ),
    why=_("The system checks what it starts from and does not find what it made."),
    remedy=_("Install the encryption release after the system, in the same go"),
)
