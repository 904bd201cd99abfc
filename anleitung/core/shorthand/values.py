"""Values of a short form: one word each, quoted where it is no plain word."""

import json
import re
from collections.abc import Mapping
from typing import Any

from anleitung.core.errors import AnleitungError

_PLAIN = re.compile(r"[^\s\",|={}\[\]:]+")
_ITEM = re.compile(r'"(?:[^"\\]|\\.)*"|[^\s",|=]+')
TOKEN = re.compile(r'(?:"(?:[^"\\]|\\.)*"|[^\s"|])+|\|')


class UnreadableLine(AnleitungError):
    """A line that is no step. at: the column of the first word that was not understood, from 1."""

    code = "unreadable-line"

    def __init__(self, message: str, at: int = 1) -> None:
        super().__init__(message)
        self.at = at


def print_value(value: Any) -> str | None:
    """None where the value has no short form."""
    match value:
        case str():
            return _word(value)
        case int() if not isinstance(value, bool):
            return str(value)
        case list() if value and all(isinstance(each, str) for each in value):
            return ",".join(map(_word, value))
        case dict() if value and all(isinstance(each, str) for each in value.values()):
            return ",".join(f"{_word(key)}={_word(each)}" for key, each in value.items())
        case list() if value and all(map(_is_image, value)):
            return ",".join(f"{_word(i['partition'])}={_word(i['file'])}" for i in value)
    return None


def _is_image(value: Any) -> bool:
    return isinstance(value, Mapping) and value.keys() == {"partition", "file"}


def _word(value: str) -> str:
    return value if _PLAIN.fullmatch(value) else json.dumps(value, ensure_ascii=False)


def read_value(token: str, kind: str) -> Any:
    """kind: text, number, list, pairs or images. Raises ValueError."""
    items = _items(token)
    match kind:
        case "list":
            return [left for left, _ in _lone(items)]
        case "pairs":
            return dict(_paired(items))
        case "images":
            return [{"partition": left, "file": right} for left, right in _paired(items)]
    [(value, _)] = _lone(items)
    return int(value) if kind == "number" else value


def _items(token: str) -> list[tuple[str, str | None]]:
    found: list[tuple[str, str | None]] = []
    at = 0
    while at < len(token):
        left, at = _piece(token, at)
        right = None
        if token[at : at + 1] == "=":
            right, at = _piece(token, at + 1)
        found.append((left, right))
        if at < len(token):
            if token[at] != ",":
                raise ValueError(token)
            at += 1
    return found


def _piece(token: str, at: int) -> tuple[str, int]:
    match = _ITEM.match(token, at)
    if match is None:
        raise ValueError(token)
    text = match[0]
    return (str(json.loads(text)) if text.startswith('"') else text), match.end()


def _lone(items: list[tuple[str, str | None]]) -> list[tuple[str, None]]:
    if any(right is not None for _, right in items):
        raise ValueError("a pair where a word was expected")
    return [(left, None) for left, _ in items]


def _paired(items: list[tuple[str, str | None]]) -> list[tuple[str, str]]:
    found = [(left, right) for left, right in items if right is not None]
    if len(found) < len(items):
        raise ValueError("a word where a pair was expected")
    return found
