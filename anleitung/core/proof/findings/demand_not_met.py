"""What the package demands is not so."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="demand-not-met",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("The installer of {subject} checks the phone and refuses it."),
    why=_("The step cannot be done."),
    remedy=_("Admit only phones that meet the demand, or bring them there before"),
)
