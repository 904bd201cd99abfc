"""A file is used under a name that what reads it does not look for."""

from collections.abc import Iterator

from anleitung.core.guide.walk import without_steps
from anleitung.core.marked import N_
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.rename import Rename
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit, inserted
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="file-of-another-name",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} does not have the name under which it is looked for."),
    why=N_("What reads the file goes by its name: it is not found, or refused."),
    remedy=N_("Rename it before, or leave its own name as it is"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    package = compiled.bundle.world.packages[found.subject]
    wanted = package.naming.fixed or package.name
    step = Rename(action="rename", id="rename", file=found.subject, to=wanted)
    yield from inserted(compiled, found.step, step)
    yield (
        _("Leave the name as it is"),
        without_steps(
            compiled.bundle.guide, lambda s: isinstance(s, Rename) and s.file == found.subject
        ),
    )
