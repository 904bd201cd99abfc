"""The storage is closed by a password that nobody entered."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="storage-closed",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_(
        "The storage on which {subject} lies is closed: its password was not entered in the "
        "recovery."
    ),
    why=_("The recovery shows an empty folder, and readers believe that the file is gone."),
    remedy=_("Have the password entered before, or sideload the file"),
)
