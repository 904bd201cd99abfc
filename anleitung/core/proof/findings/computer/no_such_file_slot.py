"""A file slot is named that the window program does not have."""

from collections.abc import Iterator
from gettext import gettext as _

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit, leaving_out
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="no-such-file-slot",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The window has no file slot {subject}."),
    why=N_("The step cannot be done."),
    remedy=N_("Name a slot of the tool"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = leaving_out(compiled.bundle.guide, lambda step: step.id == found.step)
    yield _("Leave the step out"), guide
