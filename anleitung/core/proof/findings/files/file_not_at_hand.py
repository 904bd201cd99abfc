"""A step uses a file before it was obtained."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.derive import Derive
from anleitung.core.phone.actions.obtain import Obtain
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit, inserted
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="file-not-at-hand",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} was never downloaded before this step."),
    why=N_("In the bootloader or after a wipe it may be too late to fetch it."),
    remedy=N_("Add it to an earlier step that obtains files"),
)


def get_file(file: str) -> tuple[Step, ...]:
    return (Obtain(action="obtain", id="get", files=(file,), verify=True),)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    package = compiled.bundle.world.packages.get(found.subject)
    if package is not None and package.derived is not None:
        yield from inserted(
            compiled, found.step, Derive(action="derive", id="make", file=found.subject)
        )
        return
    yield from inserted(compiled, found.step, *get_file(found.subject))
