"""A file is used before its digest was compared."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="file-used-unchecked",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    about="file",
    says=_("{subject} is used although its digest was never compared."),
    why=_("A file that was cut short or replaced is found out at the boot logo."),
    remedy=_("Let the step that obtains it compare the digests"),
)
