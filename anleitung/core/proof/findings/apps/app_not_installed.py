"""An app is used that is not installed, or not finished."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.app import App
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import insert_made
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="app-not-installed",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="app",
    says=N_("{subject} is not installed or not ready yet."),
    why=N_("The reader cannot do it."),
    remedy=N_("Install it and let it finish first"),
)


def _ready(compiled: Compiled, found: Found) -> tuple[Step, ...]:
    name = found.subject
    if compiled.bundle.world.programs[name].needs_restart:
        return ()
    return (
        App(action="app", id="install-app", program=name, does="install"),
        App(action="app", id="open-app", program=name, does="open"),
    )


fix = insert_made(_ready)
