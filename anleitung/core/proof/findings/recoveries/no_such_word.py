"""A menu word is chosen that the running recovery does not have."""

from collections.abc import Iterator
from gettext import gettext as _

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit, leaving_out
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="no-such-word",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The menu of the recovery that runs here has no line “{subject}”."),
    why=N_("Readers choose what sounds alike, and it does another thing."),
    remedy=N_("Take the word from the document of the recovery"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = leaving_out(compiled.bundle.guide, lambda step: step.id == found.step)
    yield _("Leave the step out"), guide
