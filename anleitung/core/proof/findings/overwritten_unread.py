"""A partition is written twice before anything reads it."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="overwritten-unread",
    kind=Kind.CONSEQUENCE,
    severity=Severity.NOTE,
    about="partition",
    says=_("{subject} is written here, and nothing has read what was written there before."),
    why=_("One of the two steps does nothing but take time."),
    remedy=_("Leave the earlier one out, or restart in between if it was meant to work"),
)
