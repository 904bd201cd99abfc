"""The file on internal storage went with a wipe before it was wanted."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.place import PlaceFile
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert_for_file

FINDING = Finding(
    id="file-wiped",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} was on the internal storage, and a wipe took it before this step."),
    why=N_("The phone now has neither data nor the package."),
    remedy=N_("Copy the file after the wipe, or sideload it"),
)


fix = insert_for_file(lambda f: (PlaceFile(action="place", id="put", file=f),))
