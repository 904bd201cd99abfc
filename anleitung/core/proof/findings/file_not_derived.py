"""A step makes a file that is not made from another one."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="file-not-derived",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} is to be made here, and nothing says from which file."),
    why=_("Without a source there is nothing whose digest could be compared."),
    remedy=_("Say in the package what it is derived from, or download it"),
)
