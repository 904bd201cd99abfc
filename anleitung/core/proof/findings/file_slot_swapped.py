"""A file is put into a slot that writes other partitions than the file is for."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="file-slot-swapped",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} is put into a slot that writes other partitions than it is made for."),
    why=_("The tool writes it all the same, or stops half way."),
    remedy=_("Put it into the slot that writes its partitions"),
)
