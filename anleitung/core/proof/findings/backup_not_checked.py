"""A wipe takes what the guide did not announce, and nobody opened the copy."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="backup-not-checked",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    about="loss",
    says=_("Here the phone loses {subject}; a copy was made, but nobody opened it."),
    why=_("A copy that was never opened is a hope."),
    remedy=_("Let the reader open one copy, and set checked"),
)
