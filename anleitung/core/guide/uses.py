"""Which files of a set a guide really uses."""

from collections.abc import Iterable

from anleitung.core.documents.package import Package
from anleitung.core.guide.document import Guide, rows_of
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.obtain import Obtain


def idle_files(guide: Guide, packages: Iterable[Package]) -> tuple[Package, ...]:
    """Downloaded perhaps, and used by no step; what another file is made from is used by that."""
    listed = tuple(packages)
    used = {
        file
        for row in rows_of(guide)
        if isinstance(row.step, Step) and not isinstance(row.step, Obtain)
        for file in row.step.used_files()
    }
    used |= {p.derived.source for p in listed if p.derived}
    # A program of the computer is used by being there.
    return tuple(p for p in listed if p.id not in used and p.role != "host-tool")
