"""What an author says comes before a guide, as readers are told it."""

from dataclasses import dataclass

from anleitung.core.guide.document import Guide
from anleitung.guides.models import Revision
from anleitung.guides.ways_back import published


@dataclass(frozen=True, slots=True)
class First:
    """revision: what is published of it now, None where nothing is."""

    name: str
    reason: str
    revision: Revision | None


def first_of(guide: Guide, codename: str) -> list[First]:
    return [First(p.guide, p.reason, published(codename, p.guide)) for p in guide.prerequisites]
