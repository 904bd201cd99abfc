"""What the gate is told, and what it says."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import datetime
from typing import Literal

from anleitung.core.marked import N_, Texts
from anleitung.core.proof.result import FindingOut, Out, ProofOut

LineId = Literal[
    "proof",
    "today",
    "stops",
    "promises",
    "files",
    "cautions",
    "ways-back",
    "words",
    "warnings",
    "remarks",
    "eyes",
]
TITLES: Texts[LineId] = Texts(
    {
        "proof": N_("Proof"),
        "today": N_("Today’s documents"),
        "stops": N_("Stops"),
        "promises": N_("Promises"),
        "files": N_("Files"),
        "cautions": N_("Cautions"),
        "ways-back": N_("Ways back"),
        "words": N_("Words"),
        "warnings": N_("Warnings"),
        "remarks": N_("Remarks"),
        "eyes": N_("Second pair of eyes"),
    }
)
# kept: it was looked at and holds; waived: by somebody, with a reason; open: to be done first;
# unknown: nobody looked at it yet, which blocks as well.
LineState = Literal["kept", "waived", "open", "unknown"]
# How a state came to be read by more than its author. none: not needed.
Pair = Literal["", "none", "approved", "run", "alone"]


class WaiverOut(Out):
    """Somebody lets one thing stand. reason: readers see it."""

    by: str
    at: datetime
    reason: str


class GateItem(Out):
    """One thing of a line. key: by which it is waived, "" where it cannot be; step, file: where

    it is, "" for neither; unknown: nobody looked at it yet.
    """

    key: str = ""
    says: str
    codename: str = ""
    step: str = ""
    file: str = ""
    unknown: bool = False
    waiver: WaiverOut | None = None


class GateLine(Out):
    """says: what was looked at and found. items: what is still in the way, or was waived."""

    id: LineId
    title: str
    state: LineState
    says: str
    items: tuple[GateItem, ...] = ()


class Gate(Out):
    """pair: how it was read by more than one, "" as long as it was not."""

    lines: tuple[GateLine, ...]
    pair: Pair

    @property
    def is_open(self) -> bool:
        """Whether it lets the draft through."""
        return all(line.state in ("kept", "waived") for line in self.lines)


@dataclass(frozen=True, slots=True)
class Proved:
    """The guide on one codename. proof: None where none is finished or kept; open_stops: those

    that no two people contest. changed: documents that the catalogue holds otherwise by now;
    today_stops: with these, None where that was not tried; fault: why it cannot be.
    """

    codename: str
    proof: ProofOut | None
    open_stops: tuple[FindingOut, ...] = ()
    changed: tuple[str, ...] = ()
    today_stops: int | None = 0
    fault: str = ""


@dataclass(frozen=True, slots=True)
class FileFact:
    """A file of the set that readers fetch. seen: at the last looks it came from one of its sources

    as it is on record, and from none as something else; None where none was ever looked at, False
    where there is none. says: how the sources stand. codename: "" where it is of the set on all.
    """

    id: str
    name: str
    seen: bool | None
    says: str = ""
    codename: str = ""


@dataclass(frozen=True, slots=True)
class WayFact:
    """A rescue guide that a step names. rescued, of: kinds of phone that hang there."""

    codename: str
    step: str
    guide: str
    rescued: int
    of: int
    why: str


@dataclass(frozen=True, slots=True)
class Reading:
    """Somebody read exactly this state. verdict: "" where nothing was said of it."""

    by: str
    at: datetime
    verdict: Literal["", "approve", "changes"]
    says: str = ""


@dataclass(frozen=True, slots=True)
class Run:
    """Somebody carried exactly this state out on a phone. says: what was seen."""

    by: str
    at: datetime
    phone: str
    ended_well: bool = True
    says: str = ""


@dataclass(frozen=True, slots=True)
class GateFacts:
    """All that the gate looks at. actor: who would publish; stake: what is at stake, "" for

    nothing; ways, cautions: None where they were not worked out; open_remarks: (words, step, file).
    """

    actor: str
    now: datetime
    proved: tuple[Proved, ...]
    files: tuple[FileFact, ...] = ()
    ways: tuple[WayFact, ...] | None = ()
    cautions: int = 0
    stake: str = ""
    open_remarks: tuple[tuple[str, str, str], ...] = ()
    readings: tuple[Reading, ...] = ()
    runs: tuple[Run, ...] = ()
    waivers: Mapping[str, WaiverOut] = field(default_factory=dict)
