"""A step as one line, and the line as the step again.

``into-bootloader: enter bootloader by command | {"sight": "A dark screen"}``: the id, the short
form of the action, and after a bar all other fields as JSON. Id and bar may be left out.
"""

import json
import re
from collections.abc import Iterator, Mapping
from difflib import get_close_matches
from types import UnionType
from typing import Annotated, Any, Union, get_args, get_origin

from pydantic import ValidationError

from anleitung.core.formats.faults import faults_of
from anleitung.core.phone.actions import Step, name_of
from anleitung.core.shorthand.form import Form, Group, Part, Place, Word
from anleitung.core.shorthand.forms import BY_NAME, FORMS
from anleitung.core.shorthand.values import TOKEN, UnreadableLine, print_value, read_value

MAX_LENGTH = 20_000
_LABEL = re.compile(r"^\s*([a-z][a-z0-9]*(?:-[a-z0-9]+)*):\s+")


def print_line(step: Step) -> str:
    """Raises KeyError for an action that has no short form, which a test forbids."""
    plain = step.model_dump(mode="json", exclude_defaults=True)
    action, name = plain.pop("action", name_of(type(step))), plain.pop("id")
    for form in FORMS[action]:
        words = _printed(form, plain)
        if words is not None:
            rest = {k: v for k, v in plain.items() if k not in form.fields or k in words[1]}
            tail = f" | {json.dumps(rest, ensure_ascii=False)}" if rest else ""
            return f"{name}: {' '.join(words[0])}{tail}"
    return f"{name}: {action} | {json.dumps(plain, ensure_ascii=False)}"


def _printed(form: Form, plain: Mapping[str, Any]) -> tuple[list[str], set[str]] | None:
    """The words, and the fields of groups that could not be printed."""
    if any(plain.get(name) != value for name, value in form.fixed):
        return None
    words: list[str] = []
    left: set[str] = set()
    for part in form.parts:
        if isinstance(part, Group):
            told = _group(part, plain)
            if told is None:
                left |= {*part.fields, *filter(None, [part.flag])} & plain.keys()
            else:
                words += told
            continue
        told = _one(part, plain)
        if told is None:
            return None
        words += told
    return words, left


def _group(group: Group, plain: Mapping[str, Any]) -> list[str] | None:
    if group.flag:
        if plain.get(group.flag) is not True:
            return None
        return [word for part in group.parts for word in _one(part, plain) or ()]
    told = [_one(part, plain) for part in group.parts]
    return [word for words in told for word in words or ()] if all(told) else None


def _one(part: Word | Place, plain: Mapping[str, Any]) -> list[str] | None:
    if isinstance(part, Word):
        return [part.any_of[0]]
    value = print_value(plain[part.field]) if part.field in plain else None
    return [value] if value is not None else None


def read_line(line: str, names: Mapping[str, str] | None = None) -> dict[str, Any]:
    """The step as plain values; without an id where the line names none. Raises UnreadableLine.

    names: what else a value may be called → its id, as a file by its name.
    """
    if len(line) > MAX_LENGTH:
        raise UnreadableLine(f"longer than {MAX_LENGTH:,} characters")
    label = _LABEL.match(line)
    start = label.end() if label else 0
    tokens = [(m[0], m.start() + 1) for m in TOKEN.finditer(line, start)]
    _require_whole(line, start, tokens)
    bar = next((i for i, (text, _) in enumerate(tokens) if text == "|"), len(tokens))
    rest = _rest(line, tokens, bar)
    found = _read(tokens[:bar], names or {})
    if found is None:
        raise _unreadable(tokens[:bar])
    plain = {**found, **rest}
    named = {"id": label[1]} if label else {}
    whole = {"id": "step", **plain, **named}
    try:
        BY_NAME[plain["action"]].model_validate(whole)
    except ValidationError as error:
        at, says = faults_of(error, whole)[0]
        where = ".".join(p for p in at if isinstance(p, str))
        raise UnreadableLine(f"{where}: {says}" if where else says) from error
    return {**named, **plain}


def step_of(plain: Mapping[str, Any], name: str) -> Step:
    """name: the id where the line names none."""
    return BY_NAME[plain["action"]].model_validate({"id": name, **plain})


def _require_whole(line: str, start: int, tokens: list[tuple[str, int]]) -> None:
    """A quote that is never closed would else be left out in silence."""
    for text, at in tokens:
        if text == "|":
            return
        if line[start : at - 1].strip():
            break
        start = at - 1 + len(text)
    else:
        if not line[start:].strip():
            return
    at = next(i for i in range(start, len(line)) if not line[i].isspace())
    raise UnreadableLine("a quote is opened here and never closed", at + 1)


def _rest(line: str, tokens: list[tuple[str, int]], bar: int) -> dict[str, Any]:
    if bar == len(tokens):
        return {}
    at = tokens[bar][1]
    try:
        found = json.loads(line[at:])
    except json.JSONDecodeError as error:
        raise UnreadableLine(f"after the bar comes JSON: {error.msg}", at + error.pos) from error
    if not isinstance(found, dict) or {"id", "action"} & found.keys():
        raise UnreadableLine("after the bar come fields of the step", at)
    return found


def _read(tokens: list[tuple[str, int]], names: Mapping[str, str]) -> dict[str, Any] | None:
    words = [text for text, _ in tokens]
    if len(words) == 1 and words[0] in BY_NAME and not _plain_form(words[0]):
        return {"action": words[0]}
    for action, forms in FORMS.items():
        for form in forms:
            for values in _matches(form.parts, words, action, names):
                return {"action": action, **dict(form.fixed), **values}
    return None


def _plain_form(action: str) -> bool:
    """Whether the name of the action alone is its short form, too."""
    return any(_matches(form.parts, [action], action, {}) for form in FORMS[action] if form.parts)


def _matches(
    parts: tuple[Part, ...], words: list[str], action: str, names: Mapping[str, str]
) -> Iterator[dict[str, Any]]:
    """Every way in which the words are these parts, groups that stand before those left out."""
    if not parts:
        if not words:
            yield {}
        return
    first, rest = parts[0], parts[1:]
    if isinstance(first, Group):
        flagged: dict[str, Any] = {first.flag: True} if first.flag else {}
        for values in _matches((*first.parts, *rest), words, action, names):
            yield flagged | values
        yield from _matches(rest, words, action, names)
        return
    if not words:
        return
    if isinstance(first, Word):
        if words[0].lower() in first.any_of:
            yield from _matches(rest, words[1:], action, names)
        return
    try:
        value = read_value(words[0], _kind(action, first.field))
    except ValueError:
        return
    for values in _matches(rest, words[1:], action, names):
        yield {first.field: _named(value, names)} | values


def _named(value: Any, names: Mapping[str, str]) -> Any:
    if isinstance(value, str):
        return names.get(value, value)
    if isinstance(value, list):
        return [_named(each, names) for each in value]
    if isinstance(value, dict):
        return {key: _named(each, names) for key, each in value.items()}
    return value


def _kind(action: str, field: str) -> str:
    """What stands there, by the type of the field."""
    if field == "images":
        return "images"
    kinds = {tuple: "list", dict: "pairs", int: "number"}
    return next((k for t, k in kinds.items() if t in _types(action, field)), "text")


def _types(action: str, field: str) -> set[Any]:
    def plain(annotation: Any) -> Iterator[Any]:
        origin = get_origin(annotation)
        if origin in (Union, UnionType):
            for each in get_args(annotation):
                yield from plain(each)
        elif origin is Annotated:
            yield from plain(get_args(annotation)[0])
        else:
            yield origin or annotation

    return set(plain(BY_NAME[action].model_fields[field].annotation))


def _unreadable(tokens: list[tuple[str, int]]) -> UnreadableLine:
    if not tokens:
        return UnreadableLine("an empty line is no step")
    first = tokens[0][0].lower()
    begins: dict[str, list[str]] = {}
    for forms in FORMS.values():
        for form in forms:
            for word in form.parts[0].any_of if isinstance(form.parts[0], Word) else ():
                begins.setdefault(word, []).append(text_of(form))
    if first in begins:
        return UnreadableLine(f"{first} is written: {' or '.join(begins[first])}", tokens[0][1])
    near = get_close_matches(first, list(begins), n=2)
    meant = f"; meant is perhaps {' or '.join(near)}" if near else ""
    return UnreadableLine(f"no step begins with {tokens[0][0][:40]!r}{meant}", tokens[0][1])


def text_of(form: Form) -> str:
    """The form as it is written: fields in braces, what may be left out in brackets."""

    def shown(part: Part) -> str:
        if isinstance(part, Word):
            return "|".join(part.any_of)
        if isinstance(part, Place):
            return f"{{{part.field}}}"
        return f"[{' '.join(map(shown, part.parts))}]"

    return " ".join(map(shown, form.parts))
