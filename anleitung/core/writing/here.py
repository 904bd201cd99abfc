"""What is at hand where a row stands: documents, and what the proof knows of the phone there."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.writing.shelf import Shelf

# Row → the modes in which a phone may be before it, by the last proof.
Modes = Mapping[str, frozenset[str]]


@dataclass(frozen=True)
class Here:
    """bundle: as it is for one codename. modes: before the row, empty where it is not known;

    guides: id and title of the other guides of the codename.
    """

    bundle: Bundle
    shelf: Shelf
    modes: frozenset[str] = field(default_factory=frozenset)
    guides: tuple[tuple[str, str], ...] = ()


def modes_before(compiled: Compiled) -> Modes:
    """By the id of each row as it is read; and what they are after the last, under ""."""
    space, run = compiled.procedure.space, compiled.run
    first = len(compiled.procedure.steps) - len(run.states) + 1
    found: dict[str, frozenset[str]] = {}
    for i, row in enumerate(compiled.rows):
        if i < len(run.states) and first >= 0:
            alive = run.alive[i]
            if alive is not space.false:
                seen = space.leaves_within(run.states[i]["mode"], alive)
                found[row.step.id] = frozenset(map(str, seen))
    last = min(len(compiled.rows), len(run.states) - 1)
    if run.alive[last] is not space.false:
        seen = space.leaves_within(run.states[last]["mode"], run.alive[last])
        found[""] = frozenset(map(str, seen))
    return found
