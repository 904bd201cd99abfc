"""Commands of host tools, read backwards into the steps that they carry out.

Which step gives which command is asked of the actions themselves: every step that can be written
with a closed choice of values is made once, with marks for its files and partitions.
"""

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cache
from itertools import product
from types import UnionType
from typing import Annotated, Any, Literal, Union, get_args, get_origin

from pydantic import ValidationError

from anleitung.core.documents.tool import Tool
from anleitung.core.phone.actions import ACTIONS, Step, name_of

_FILE, _PARTITION, _TOOL = "marked-file", "marked-partition", "marked-tool"
_MARKS = {"file": _FILE, "partition": _PARTITION, "tool": _TOOL}
_PROMPT = re.compile(r"^(?:\$|>|#|[A-Za-z]:\\[^>]*>)\s*")
_QUOTED = re.compile(r"\"([^\"]+)\"|'([^']+)'")


@dataclass(frozen=True, slots=True)
class Given:
    """What a command is: the step as plain values, the tool that it is of, and the key of it.

    file: the name that it gives, "" for none; known: whether that is a file of the set.
    """

    step: dict[str, Any]
    tool: str
    key: str
    file: str = ""
    known: bool = True


def read_command(line: str, tools: tuple[Tool, ...], names: Mapping[str, str]) -> tuple[Given, ...]:
    """Every step that the command may be, on whatever host system it was written; none at all

    where it is no command of these tools. names: file name → id in the set.
    """
    text = " ".join(_PROMPT.sub("", line.strip()).split())
    found: list[Given] = []
    for tool in tools:
        for key, patterns in tool.commands.items():
            values = next(filter(None, (_held(text, p) for p in patterns.values())), None)
            if values is None:
                continue
            for plain in steps_by_key().get(key, ()):
                given = _given(plain, values, tool.id, key, names)
                if given not in found:
                    found.append(given)
    return tuple(found)


def _held(text: str, pattern: str) -> dict[str, str] | None:
    """The values in a command of this pattern, with or without the form of its host system."""
    match = _compiled(pattern).fullmatch(text)
    if match is None:
        return None
    held = {name: _QUOTED.sub(r"\1\2", value) for name, value in match.groupdict().items()}
    return held | {"": text}


@cache
def _compiled(pattern: str) -> re.Pattern[str]:
    """Host systems differ in how the program and a file beside it are written: either is read."""
    parts = []
    for i, word in enumerate(pattern.split()):
        word = re.sub(r"^\.[/\\](?=\{file\})", "", word)
        bare = re.escape(re.sub(r"^\./|\.exe$", "", word) if i == 0 else word)
        bare = bare.replace(r"\{file\}", r"(?:\.[/\\])?(?P<file>\"[^\"]+\"|'[^']+'|[^\s\"']+)")
        bare = bare.replace(r"\{partition\}", r"(?P<partition>[A-Za-z0-9_-]+)")
        parts.append(rf"(?:\./)?{bare}(?:\.exe)?" if i == 0 else bare)
    return re.compile(" ".join(parts))


def _given(
    plain: Mapping[str, Any],
    values: Mapping[str, str],
    tool: str,
    key: str,
    names: Mapping[str, str],
) -> Given:
    file = values.get("file", "")
    told = {_FILE: names.get(file, file), _PARTITION: values.get("partition", ""), _TOOL: tool}
    step = {name: told.get(v, v) if isinstance(v, str) else v for name, v in plain.items()}
    return Given(step, tool, key, file, not file or file in names or file in names.values())


@cache
def steps_by_key() -> Mapping[str, tuple[dict[str, Any], ...]]:
    """Key of a command → the steps that give it, those with the fewest words first."""
    found: dict[str, list[dict[str, Any]]] = {}
    for action in ACTIONS:
        for step in _made(action):
            key = step.command_key()
            if key is None:
                continue
            plain = step.model_dump(mode="json", exclude_defaults=True)
            del plain["id"]
            found.setdefault(key, []).append({"action": name_of(action), **plain})
    return {
        key: tuple(step for step in sorted(steps, key=len) if not _contains_other(step, steps))
        for key, steps in found.items()
    }


def _contains_other(step: dict[str, Any], steps: list[dict[str, Any]]) -> bool:
    """A step that says all that another one says, and more that changes nothing of the command."""
    return any(other.items() < step.items() for other in steps)


def _made(action: type[Step]) -> Iterator[Step]:
    """Every step of the action over its closed fields; none where it needs what has no marks."""
    choices: list[list[tuple[str, Any]]] = []
    for name, field in action.model_fields.items():
        if name in Step.model_fields or name == "action":
            continue
        options: list[Any] = [*_closed(field.annotation)]
        if name in _MARKS:
            options = [_MARKS[name]] if field.is_required() else [None, _MARKS[name]]
        if options:
            choices.append([(name, value) for value in options])
        elif field.is_required():
            return
    for combination in product(*choices):
        plain = {name: value for name, value in combination if value is not None}
        try:
            yield action.model_validate({"id": "it", "action": name_of(action), **plain})
        except ValidationError:
            continue


def _closed(annotation: Any) -> Iterator[Any]:
    """The values of a field that has a closed choice of them."""
    origin = get_origin(annotation)
    if origin is Literal:
        yield from get_args(annotation)
    elif annotation is bool:
        yield from (False, True)
    elif origin in (Union, UnionType):
        for each in get_args(annotation):
            yield from _closed(each)
    elif origin is Annotated:
        yield from _closed(get_args(annotation)[0])
