"""Notes that were read, as rows of a draft: nothing of them is dropped, and each line is found."""

import re
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from anleitung.core.writing.notes.about_files import ToldOfFile
from anleitung.core.writing.notes.read import Note, NoteRow, clean
from anleitung.core.writing.tree import free_id

Plain = dict[str, Any]
MAX_PICKS = 12


@dataclass(frozen=True, slots=True)
class LineOf:
    """A line and the row that it is in, "" for the introduction. says: from what it was read."""

    number: int
    row: str
    says: str


@dataclass(slots=True)
class Drafted:
    """steps: plain, each with its id. read: lines of which every part became a step; asked: lines

    that say to do something; of_files: what is new of files.
    """

    steps: list[Plain] = field(default_factory=list)
    lines: list[LineOf] = field(default_factory=list)
    introduction: str = ""
    read: int = 0
    asked: int = 0
    of_files: list[ToldOfFile] = field(default_factory=list)


def draft_notes(notes: Sequence[Note], taken: set[str]) -> Drafted:
    """taken: ids that other rows have; those of the new rows are added."""
    made = Drafted()
    for note in notes:
        if note.read_as == "blank":
            continue
        made.of_files += [each for each in note.of_files if each.standing == "new"]
        if note.read_as == "text":
            _keep_text(made, note)
            continue
        made.asked += 1
        made.read += note.read_as == "step"
        told = "".join(f"; {each.says}" for each in note.of_files)
        for row in note.rows:
            line = _put(made, note, row, taken)
            made.lines.append(replace(line, says=line.says + told))
    return made


def _keep_text(made: Drafted, note: Note) -> None:
    """Beside the step before it, or in the introduction."""
    text = clean(note.text)
    told = "".join(f"; {each.says}" for each in note.of_files)
    if not made.steps:
        made.introduction = f"{made.introduction}\n{text}".strip()
        made.lines.append(LineOf(note.number, "", f"kept as text{told}"))
        return
    last = made.steps[-1]
    name = str(last["id"])
    if _SEEN.match(text) and last["action"] != "open" and "sight" not in last and len(text) <= 200:
        last["sight"] = text
        made.lines.append(LineOf(note.number, name, f"kept as what is seen then{told}"))
        return
    last["prose"] = f"{last['prose']}\n{text}" if last.get("prose") else text
    made.lines.append(LineOf(note.number, name, f"kept as text of this step{told}"))


# What is told of the phone or the computer after a step, and asks for nothing.
_SEEN = re.compile(
    r"^(?:[-*•]\s+|\(?\d{1,3}[.)]\s+)?(?:then |now )?(?:you|it|the phone|the screen|[\w, ]{3,40})"
    r"\s(?:should|will)\s(?:now\s)?(?:see|show|read|say|be|list|start)\b",
    re.IGNORECASE,
)


def _put(made: Drafted, note: Note, row: NoteRow, taken: set[str]) -> LineOf:
    joined = row.steps[0].get("joins") if row.steps else None
    if joined is not None:
        for step in reversed(made.steps):
            if step["action"] == joined:
                step |= {k: v for k, v in row.steps[0].items() if k != "joins"}
                return LineOf(note.number, str(step["id"]), f"{row.says}, and belongs to this step")
    sure = len(row.steps) == 1 and not row.open_about and joined is None
    step = dict(row.steps[0]) if sure else _question(row)
    step = {
        "id": free_id("row" if step["action"] == "open" else str(step["action"]), taken),
        **{k: v for k, v in step.items() if k != "id"},
    }
    made.steps.append(step)
    says = f"read from {row.says}" if sure else row.open_about or "not understood"
    return LineOf(note.number, str(step["id"]), says)


def _question(row: NoteRow) -> Plain:
    picks = [
        {"does": {"id": "meant", **{k: v for k, v in step.items() if k != "id"}}}
        for step in row.steps[:MAX_PICKS]
        if "action" in step
    ]
    about = "which-one" if picks else "not-read"
    return {
        "action": "open",
        "text": row.text,
        "about": about,
        "says": row.open_about[:400],
        "picks": picks,
    }
