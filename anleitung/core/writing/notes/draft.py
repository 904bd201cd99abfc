"""Notes that were read, as rows of a draft: nothing of them is dropped, and each line is found."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any

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

    that say to do something.
    """

    steps: list[Plain] = field(default_factory=list)
    lines: list[LineOf] = field(default_factory=list)
    introduction: str = ""
    read: int = 0
    asked: int = 0


def draft_notes(notes: Sequence[Note], taken: set[str]) -> Drafted:
    """taken: ids that other rows have; those of the new rows are added."""
    made = Drafted()
    for note in notes:
        if note.read_as == "blank":
            continue
        if note.read_as == "text":
            _keep_text(made, note)
            continue
        made.asked += 1
        made.read += note.read_as == "step"
        for row in note.rows:
            made.lines.append(_put(made, note, row, taken))
    return made


def _keep_text(made: Drafted, note: Note) -> None:
    """Beside the step before it, or in the introduction."""
    text = clean(note.text)
    if not made.steps:
        made.introduction = f"{made.introduction}\n{text}".strip()
        made.lines.append(LineOf(note.number, "", "kept as text"))
        return
    last = made.steps[-1]
    last["prose"] = f"{last['prose']}\n{text}" if last.get("prose") else text
    made.lines.append(LineOf(note.number, str(last["id"]), "kept as text of this step"))


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
