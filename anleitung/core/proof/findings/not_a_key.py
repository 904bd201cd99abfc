"""A file that is no key is enrolled."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="not-a-key",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} is no key."),
    why=_("Only a public key can be enrolled."),
    remedy=_("Name the file with the role key"),
)
