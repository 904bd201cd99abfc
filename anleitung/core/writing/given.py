"""A row that is no step yet as a line: the words of its action, with … for what is missing."""

import json
from typing import Any

from anleitung.core.shorthand.form import Group, Part, Place, Word
from anleitung.core.shorthand.forms import BY_NAME, FORMS
from anleitung.core.shorthand.values import print_value

MISSING = "…"


def given_line(plain: dict[str, Any]) -> str:
    """plain: the action and what else is given of it."""
    action = str(plain.get("action") or "")
    usual = (
        {n: f.default for n, f in BY_NAME[action].model_fields.items()} if action in BY_NAME else {}
    )
    fields = {
        name: value
        for name, value in plain.items()
        if name not in ("action", "id") and value not in (None, "") and value != usual.get(name)
    }
    forms = FORMS.get(action)
    if not forms:
        return f"{action} | {json.dumps(fields, ensure_ascii=False)}" if fields else action
    form = next((f for f in forms if all(fields.get(n) == v for n, v in f.fixed)), forms[-1])
    told = {name for name, _value in form.fixed}
    words: list[str] = []
    for part in form.parts:
        words += _words(part, fields, told)
    rest = {k: v for k, v in fields.items() if k not in told}
    tail = f" | {json.dumps(rest, ensure_ascii=False)}" if rest else ""
    return " ".join(words) + tail


def _words(part: Part, fields: dict[str, Any], told: set[str]) -> list[str]:
    if isinstance(part, Word):
        return [part.any_of[0]]
    if isinstance(part, Place):
        value = print_value(fields[part.field]) if part.field in fields else None
        if value is None:
            return [MISSING]
        told.add(part.field)
        return [value]
    assert isinstance(part, Group)
    wanted = [part.flag] if part.flag else list(part.fields)
    if not all(name in fields for name in wanted):
        return []
    if part.flag:
        if fields[part.flag] is not True:
            return []
        told.add(part.flag)
    return [word for inner in part.parts for word in _words(inner, fields, told)]
