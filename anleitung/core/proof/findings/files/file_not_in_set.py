"""A step uses a file that the file set does not hold."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.change_frame import listed_file

FINDING = Finding(
    id="file-not-in-set",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("The file set does not hold {subject}, which this step uses."),
    why=N_("Readers look for the file by its name and find another one."),
    remedy=N_("Add the package to the files of the guide, or change the step"),
)


fix = listed_file
