"""A step uses a file that the file set does not hold."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="file-not-in-set",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("The file set does not hold {subject}, which this step uses."),
    why=_("Readers look for the file by its name and find another one."),
    remedy=_("Add the package to the files of the guide, or change the step"),
)
