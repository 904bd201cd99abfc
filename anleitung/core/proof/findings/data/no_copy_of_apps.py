"""A declared loss of apps without a copy before it, and without the reason why not."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit
from anleitung.core.proof.repair.edits import copied_before
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.proof.run.copies import lost_without_copy

FINDING = Finding(
    id="no-copy-of-apps",
    nature=Nature.COURSE,
    severity=Severity.NOTE,
    about="loss",
    says=N_("{subject} go here, and no step before it offers a copy of them."),
    why=N_("Whoever reads “everything goes” has often not copied anything for months."),
    remedy=N_("Let them be copied and one copy opened before this, or say why no copy is made"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    yield from lost_without_copy(compiled, FINDING.id, "apps")


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    yield from copied_before(compiled, found)
