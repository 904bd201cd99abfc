"""A step only hides that the phone was modified."""

from collections.abc import Iterator
from gettext import gettext as _

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit, leaving_out
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="hides-a-modification",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="app",
    says=N_("In {subject} a switch is turned on that only hides that the phone was modified."),
    why=N_("It deceives a seller, a buyer or a maker; such a guide is not published."),
    final=True,
    remedy=N_("Leave it out"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = leaving_out(compiled.bundle.guide, lambda step: step.id == found.step)
    yield _("Leave the step out"), guide
