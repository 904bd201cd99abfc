"""Many lines as the steps of a guide."""

from collections.abc import Mapping
from typing import Any

import yaml

from anleitung.core.guide.document import MAX_STEPS
from anleitung.core.shorthand.lines import read_line
from anleitung.core.shorthand.values import UnreadableLine

MAX_BYTES = 2_000_000


def steps_of_lines(text: str, names: Mapping[str, str]) -> list[dict[str, Any]]:
    """Each with an id; empty lines and those that begin with # are passed over.

    names: what files may be called → their ids. Raises UnreadableLine, with the number of the line.
    """
    if len(text) > MAX_BYTES:
        raise UnreadableLine(f"more than {MAX_BYTES // 1_000_000} MB of lines")
    found: list[dict[str, Any]] = []
    taken: set[str] = set()
    for number, line in enumerate(text.splitlines(), 1):
        if not line.strip() or line.lstrip().startswith("#"):
            continue
        try:
            step = read_line(line.strip(), names)
        except UnreadableLine as error:
            says = f"line {number}, column {error.at}: {error}"
            raise UnreadableLine(says, error.at) from error
        name = str(step.pop("id", "")) or _free(str(step["action"]), taken)
        if name in taken:
            raise UnreadableLine(f"line {number}: the id {name} is used twice")
        taken.add(name)
        found.append({"id": name, **step})
        if len(found) > MAX_STEPS:
            raise UnreadableLine(f"more than {MAX_STEPS:,} steps")
    return found


def _free(stem: str, taken: set[str]) -> str:
    number = 1
    while (name := stem if number == 1 else f"{stem}-{number}") in taken:
        number += 1
    return name


def steps_as_yaml(text: str, names: Mapping[str, str]) -> str:
    """As they stand in guide.yaml. Raises UnreadableLine."""
    steps = {"steps": steps_of_lines(text, names)}
    return yaml.safe_dump(steps, sort_keys=False, allow_unicode=True, width=96)
