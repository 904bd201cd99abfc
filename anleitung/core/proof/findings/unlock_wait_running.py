"""The waiting time for unlocking is not over."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="unlock-wait-running",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("The waiting time of this carrier is not over, and the switch stays grey."),
    why=_("The reader can do nothing but wait, and should know before beginning."),
    remedy=_("Admit only phones whose waiting time is over"),
)
