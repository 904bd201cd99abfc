"""An inner partition is flashed in the wrong mode."""

from collections.abc import Iterator
from dataclasses import replace

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit
from anleitung.core.proof.repair.edits import enter_mode
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="inner-needs-userspace",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_("{subject} lies in the container and is not written in the bootloader."),
    why=N_("The bootloader knows the container only as a whole."),
    remedy=N_("Enter the flashing mode of the system first"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    return enter_mode(compiled, replace(found, subject="userspace"))
