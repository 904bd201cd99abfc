"""What of a guide is really used: files of its set, and things to try."""

from collections.abc import Iterable

from anleitung.core.documents.package import Package
from anleitung.core.guide.document import Guide
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.walk import actions_of


def idle_files(guide: Guide, packages: Iterable[Package]) -> tuple[Package, ...]:
    """Downloaded perhaps, and used by no step; what another file is made from is used by that."""
    listed = tuple(packages)
    if any(isinstance(step, OpenQuestion) for step in actions_of(guide)):
        return ()  # it is not known yet what they will use
    used = {
        file for step in actions_of(guide) if not step.only_fetches for file in step.used_files()
    }
    used |= {p.derived.source for p in listed if p.derived}
    # A program of the computer is used by being there.
    return tuple(p for p in listed if p.id not in used and p.role != "host-tool")


def tries_of(guide: Guide) -> dict[str, str]:
    """Everything to try when a sight does not come: "step/number", from 1, → the words."""
    return {
        f"{step.id}/{number}": each.says
        for step in actions_of(guide)
        for number, each in enumerate(step.tries, 1)
    }
