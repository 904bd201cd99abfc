"""A window program is named that the guide does not have."""

from collections.abc import Iterator
from gettext import gettext as _

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit, leaving_out
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="no-such-window",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The guide has no window program {subject}."),
    why=N_("The step cannot be done."),
    remedy=N_("Name a tool of the guide that has a window"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = leaving_out(compiled.bundle.guide, lambda step: step.id == found.step)
    yield _("Leave the step out"), guide
