"""What a finding is, before it is found anywhere and once it was."""

from dataclasses import dataclass
from enum import Enum
from typing import Literal

from anleitung.core.diagrams.space import Node
from anleitung.core.marked import gettext as _


class Severity(Enum):
    """stop: somebody is harmed or cannot go on; warn: it needs luck or attention; note: to know."""

    STOP = "stop"
    WARN = "warn"
    NOTE = "note"


class Nature(Enum):
    """consequence: of a state, raised by actions and the boot rule; course: over the whole run;

    document: of the documents alone, with neither step nor phones.
    """

    CONSEQUENCE = "consequence"
    COURSE = "course"
    DOCUMENT = "document"


About = Literal[
    "", "file", "partition", "condition", "loss", "mode", "link", "tool", "app", "entry", "need"
]


@dataclass(frozen=True, slots=True)
class Finding:
    """One entry of the catalogue.

    says: the sentence, with {subject} where the finding is about something; why: why it matters;
    remedy: the next move of the author; final: no contest lets it be published. Ids are never used
    again for something else. The texts are English; they are translated when they are said.
    """

    id: str
    nature: Nature
    severity: Severity
    says: str
    why: str
    remedy: str
    about: About = ""
    former_ids: tuple[str, ...] = ()
    final: bool = False

    def message(self, subject: str) -> str:
        """subject: in words already."""
        return _(self.says).format(subject=subject)


@dataclass(frozen=True, slots=True)
class Found:
    """A finding at a step of one guide. step: "" where it belongs to none; phones: None for a rule

    of the documents alone.
    """

    finding: str
    subject: str
    step: str
    phones: Node | None
