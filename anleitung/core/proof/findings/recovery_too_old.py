"""A package wants a newer recovery than the one that runs."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="recovery-too-old",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("The running recovery is older than {subject} wants."),
    why=_("It refuses the package, or installs half of it."),
    remedy=_("Start a newer version of the recovery"),
)
