"""The host does not see the phone, or the phone has not agreed to it."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-link",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="link",
    says=_("The computer cannot reach the phone here: {subject}."),
    why=_(
        "Every command of this step fails, and the reader looks for a fault where there is none."
    ),
    remedy=_(
        "Connect the phone before this step, and let it agree to the computer where the "
        "system is running"
    ),
)
