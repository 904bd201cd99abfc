"""An app or a switch is named that no document of the guide describes."""

from collections.abc import Iterator
from gettext import gettext as _

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit, leaving_out
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="no-such-app",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("No program of the guide is {subject}."),
    why=N_("What the step does on the phone is not known."),
    remedy=N_("Bring in the document of the program"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = leaving_out(compiled.bundle.guide, lambda step: step.id == found.step)
    yield _("Leave the step out"), guide
