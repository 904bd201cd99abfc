"""The battery is to be taken out, and it is built in."""

from collections.abc import Iterator

from anleitung.core.guide.walk import without_steps
from anleitung.core.marked import N_
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.disconnect import Disconnect
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="battery-built-in",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The battery of this phone cannot be taken out by hand."),
    why=N_("Opened phones belong to an authorised repairer."),
    remedy=N_("Use the keys that switch it off"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = without_steps(
        compiled.bundle.guide, lambda s: isinstance(s, Disconnect) and s.what == "battery"
    )
    yield _("Leave the battery in"), guide
