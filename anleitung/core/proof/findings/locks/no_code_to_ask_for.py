"""A code is asked for that does not exist."""

from collections.abc import Iterator
from gettext import gettext as _

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit, leaving_out
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="no-code-to-ask-for",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("Nobody gives out a code for this codename: it is opened in another way."),
    why=N_("Readers wait for something that never comes."),
    remedy=N_("Leave the step out"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = leaving_out(compiled.bundle.guide, lambda step: step.id == found.step)
    yield _("Leave the step out"), guide
