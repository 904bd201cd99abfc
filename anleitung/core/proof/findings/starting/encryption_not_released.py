"""The recovery changed what the system starts from, and its encryption was not released."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.install import Install
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import insert_made
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="encryption-not-released",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_(
        "The phone hangs at boot: the system insists on encryption, and the recovery in "
        "it did not release it."
    ),
    why=N_("The system checks what it starts from and does not find what it made."),
    remedy=N_("Install the encryption release after the system, in the same session"),
)


def _release(compiled: Compiled, found: Found) -> tuple[Step, ...]:
    packages = compiled.bundle.world.packages.values()
    file = next((p.id for p in packages if p.role == "encryption-release"), None)
    if file is None:
        return ()
    return (Install(action="install", id="release", file=file, source="sideload"),)


fix = insert_made(_release)
