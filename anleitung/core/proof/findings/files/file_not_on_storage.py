"""A package is to be installed from storage and was never put there."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.place import PlaceFile
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert_for_file

FINDING = Finding(
    id="file-not-on-storage",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} is not on the internal storage."),
    why=N_("The recovery shows an empty folder, with the phone perhaps already wiped."),
    remedy=N_("Copy the file to the storage before this step, or sideload it"),
)


fix = insert_for_file(lambda f: (PlaceFile(action="place", id="put", file=f),))
