"""A file is used under a name that what reads it does not look for."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="file-of-another-name",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} does not have the name under which it is looked for."),
    why=_("What reads the file goes by its name: it is not found, or refused."),
    remedy=_("Rename it before, or leave its own name as it is"),
)
