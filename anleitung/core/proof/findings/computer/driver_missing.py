"""The host system needs a driver, and no step installs it."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.install_driver import InstallDriver
from anleitung.core.phone.actions.obtain import Obtain
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import insert_made
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="driver-missing",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="tool",
    says=N_("Without its driver {subject} sees no phone on this host system."),
    why=N_("The phone is in the right mode, the cable is in, and nothing happens."),
    remedy=N_("Install the driver first"),
)


def _driver(compiled: Compiled, found: Found) -> tuple[Step, ...]:
    tool = compiled.bundle.world.tools[found.subject]
    file = next((h.driver for h in tool.hosts if h.driver), None)
    if file is None or file not in compiled.bundle.world.packages:
        return ()
    return (
        Obtain(action="obtain", id="get-driver", files=(file,), verify=True),
        InstallDriver(action="install-driver", id="driver", file=file),
    )


fix = insert_made(_driver)
