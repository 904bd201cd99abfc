"""What of a guide is really used: files of its set, and things to try."""

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


def tries_of(guide: Guide) -> dict[str, str]:
    """Everything to try when a sight does not come: "step/number", from 1, → the words."""
    return {
        f"{row.step.id}/{number}": each.says
        for row in rows_of(guide)
        if isinstance(row.step, Step)
        for number, each in enumerate(row.step.tries, 1)
    }
