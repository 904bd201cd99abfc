"""The storage is closed by a password that nobody entered."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.open_storage import OpenStorage
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert_made

FINDING = Finding(
    id="storage-closed",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_(
        "The storage on which {subject} lies is closed: its password was not entered in the "
        "recovery."
    ),
    why=N_("The recovery shows an empty folder, and readers believe that the file is gone."),
    remedy=N_("Enter the password first, or sideload the file"),
)


fix = insert_made(lambda c, f: (OpenStorage(action="open-storage", id="open"),))
