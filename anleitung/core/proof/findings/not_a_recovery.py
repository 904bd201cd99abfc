"""A file is started as a recovery and its package names none."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="not-a-recovery",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_(
        "{subject} is started as a recovery, but its package does not say which recovery it holds."
    ),
    why=_("What the started image can do is not known."),
    remedy=_("Name the recovery in the content of the package"),
)
