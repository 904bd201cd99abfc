"""A file is used packed that must be unpacked before."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.unpack import Unpack
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert_made

FINDING = Finding(
    id="file-not-unpacked",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} is used as it was downloaded, and must be unpacked before."),
    why=N_("The tool takes the archive for an image, or refuses it."),
    remedy=N_("Unpack it before"),
)


fix = insert_made(lambda c, f: (Unpack(action="unpack", id="unpack", file=f.subject),))
