"""The faults that pydantic finds, where they stand and as a person would say them."""

from typing import Any

from pydantic import ValidationError

from anleitung.core.documents.base import ID_PATTERN

Location = tuple[str | int, ...]


def location_of(loc: tuple[int | str, ...], value: Any) -> Location:
    """Pydantic's location without the parts that name a member of a union."""
    found: list[int | str] = []
    here: Any = value
    for part in loc:
        if isinstance(here, dict):
            if part not in here and part in (here.get("action"), here.get("kind")):
                continue
            inside = part in here
        else:
            inside = isinstance(here, list) and isinstance(part, int) and part < len(here)
        found.append(part)
        if not inside:  # a missing field: the line is that of its surroundings
            break
        here = here[part]
    return tuple(found)


_EXPECTED = {
    "extra_forbidden": "no such field here; check the spelling, or remove it",
    "missing": "is missing",
    "union_tag_not_found": "a step begins with its action",
    "model_type": "expected fields (name: value)",
    "model_attributes_type": "expected fields (name: value)",
    "dict_type": "expected fields (name: value)",
    "tuple_type": "expected a list",
    "string_type": "expected one word or text",
    "int_type": "expected a whole number",
    "int_parsing": "expected a whole number",
    "bool_type": "expected true or false",
    "bool_parsing": "expected true or false",
}


def faults_of(error: ValidationError, value: Any) -> list[tuple[Location, str]]:
    """Each fault once: a list is not too short because of items that are faulty themselves."""
    found = [(location_of(item["loc"], value), item) for item in error.errors(include_url=False)]
    places = [at for at, _ in found]
    return [
        (at, sentence_of(item))
        for at, item in found
        if item["type"] != "too_short" or not any(p[: len(at)] == at and p != at for p in places)
    ]


def sentence_of(item: Any) -> str:
    """Pydantic's fault as a person would say it, with what was given."""
    kind, given, context = item["type"], item.get("input"), item.get("ctx", {})
    if kind == "union_tag_invalid":
        known = str(context.get("expected_tags", "")).replace("'", "")
        return f"no action is called {context.get('tag')!r}; known: {known}"
    if kind in ("string_too_short", "too_short") and given == "":
        return "is empty"
    if kind == "value_error":
        return str(context["error"])
    if tuple(item["loc"])[-1:] == ("sha256",):
        return (
            f"expected 64 hex digits in lower case, got {len(str(given))} characters. "
            "Copy the whole value from the release page"
        )
    if kind == "literal_error":
        expected = f"expected {context.get('expected')}"
    elif kind == "string_pattern_mismatch" and context.get("pattern") == ID_PATTERN:
        expected = "expected small letters, digits and single hyphens, a letter first"
    else:
        expected = _EXPECTED.get(kind, str(item["msg"]))
    shown = isinstance(given, str) and kind not in ("extra_forbidden", "missing")
    return f"{expected}, got {given[:60]!r}" if shown else expected
