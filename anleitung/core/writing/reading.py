"""One typed line as a row: a step where it is one, and an open question where it is none."""

import re
from dataclasses import replace
from typing import Any

from anleitung.core.guide.bundle import Bundle
from anleitung.core.shorthand.commands import read_command
from anleitung.core.shorthand.lines import read_line, step_of
from anleitung.core.shorthand.values import UnreadableLine
from anleitung.core.writing.passages import read_use
from anleitung.core.writing.shelf import Shelf

# What is seen when it worked, behind two strokes, outside of quotes.
_SIGHT = re.compile(r'^((?:"(?:[^"\\]|\\.)*"|[^"])*?)\s+//\s+(.+)$')
_IF = re.compile(r"^if (.+?) asking (.+)$", re.IGNORECASE)
_CHOOSE = re.compile(r"^choose ([a-z][a-z0-9-]*)$", re.IGNORECASE)


def read_row(line: str, *, bundle: Bundle, shelf: Shelf) -> dict[str, Any]:
    """The step as plain values, with an id only where the line names one.

    Beside the short forms: a command of a tool; ``step // what is seen``; and what holds rows:
    ``if CONDITION asking QUESTION``, ``choose OPTION``, ``each slot``, ``passage NAME with …``.
    """
    text = line.strip()
    if not text:
        return {"action": "open", "about": "empty"}
    held = read_use(text, bundle, shelf) or _held(text, bundle)
    if held is not None:
        return held
    seen = _SIGHT.match(text)
    if seen is not None:
        step = read_row(seen[1], bundle=bundle, shelf=shelf)
        return {**step, "sight": seen[2].strip()[:200]}
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


def _held(text: str, bundle: Bundle) -> dict[str, Any] | None:
    """A row that holds others, with nothing in it yet."""
    blank = [{"id": "row", "action": "open", "about": "empty"}]
    asked = _IF.match(text)
    if asked is not None:
        question = asked[2].strip(' "“”')
        return {"action": "branch", "on": asked[1], "ask": question, "then": blank}
    chosen = _CHOOSE.match(text)
    option = next((o for o in bundle.guide.options if chosen and o.id == chosen[1]), None)
    if option is not None:
        choices: dict[str, Any] = {c.id: [] for c in option.choices}
        return {"action": "choose", "option": option.id, "choices": choices}
    if text.lower() in ("each slot", "for each slot"):
        return {"action": "each-slot", "steps": blank}
    return None


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
    if plain["action"] == "passage":
        return str(plain["says"])
    if plain["action"] in ("branch", "choose", "each-slot"):
        return str(plain.get("ask") or plain["action"].replace("-", " "))
    return step_of(plain, "step").sentence(world)
