"""What a finding is, before it is found anywhere: its kind, its severity and its words."""

from dataclasses import dataclass
from enum import Enum
from typing import Literal


class Severity(Enum):
    """stop: somebody is harmed or cannot go on; warn: it needs luck or attention; note: to know."""

    STOP = "stop"
    WARN = "warn"
    NOTE = "note"


class Kind(Enum):
    """consequence: of a state, raised by actions and the boot rule; course: over the whole run;

    document: of the documents alone, with neither step nor phones.
    """

    CONSEQUENCE = "consequence"
    COURSE = "course"
    DOCUMENT = "document"


About = Literal["", "file", "partition", "condition", "loss", "mode", "link", "tool", "app"]


@dataclass(frozen=True, slots=True)
class FindingKind:
    """One entry of the catalogue.

    says: the sentence, with {subject} where the finding is about something; why: why it matters;
    remedy: the next move of the author; final: no contest lets it be published. Ids are never used
    again for something else.
    """

    id: str
    kind: Kind
    severity: Severity
    says: str
    why: str
    remedy: str
    about: About = ""
    former_ids: tuple[str, ...] = ()
    final: bool = False
