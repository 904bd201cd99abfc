"""A package is installed while a partition that it writes is not mounted."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="partition-not-mounted",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_("{subject} is not mounted, so nothing is written there."),
    why=_("The installer says that all went well, and the files are gone after the restart."),
    remedy=_("Mount it before"),
)
