"""One typed line as a row: a step where it is one, and an open question where it is none."""

from dataclasses import replace
from typing import Any

from anleitung.core.guide.bundle import Bundle
from anleitung.core.shorthand.commands import read_command
from anleitung.core.shorthand.lines import read_line, step_of
from anleitung.core.shorthand.values import UnreadableLine
from anleitung.core.writing.shelf import Shelf


def read_row(line: str, *, bundle: Bundle, shelf: Shelf) -> dict[str, Any]:
    """The step as plain values, with an id only where the line names one."""
    text = line.strip()
    if not text:
        return {"action": "open", "about": "empty"}
    given = read_command(text, tuple(shelf.tools.values()), shelf.names)
    if len(given) == 1 and given[0].known:
        return given[0].step
    if given:
        says = f"{given[0].file} is not in the file set" if not given[0].known else "which of them"
        return _open(text, says, [g.step for g in given if g.known])
    try:
        return read_line(text, shelf.names)
    except UnreadableLine as error:
        return _open(text, str(error), [])


def _open(text: str, says: str, steps: list[dict[str, Any]]) -> dict[str, Any]:
    picks = [{"does": {"id": "meant", **step}} for step in steps]
    return {"action": "open", "text": text, "about": "not-read", "says": says[:400], "picks": picks}


def sentence_of(plain: dict[str, Any], bundle: Bundle, shelf: Shelf) -> str:
    """The step as the reader would read it, with the documents that it would bring along."""
    world = replace(
        bundle.world,
        packages={**shelf.packages, **bundle.world.packages},
        programs={**shelf.programs, **bundle.world.programs},
        tools={**shelf.tools, **bundle.world.tools},
    )
    return step_of(plain, "step").sentence(world)
