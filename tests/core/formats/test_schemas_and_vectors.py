"""What the published schemas and vectors say is what the program does."""

import json
import re
import typing
from hashlib import sha256
from pathlib import Path
from typing import Any

import pytest
from jsonschema import Draft202012Validator
from pydantic import BaseModel, TypeAdapter, ValidationError

from anleitung.core.conditions.text import parse_condition, print_condition
from anleitung.core.documents.base import FileName, Prose, ShortText
from anleitung.core.formats.schema import DIALECT, DOCUMENTS, NAMES, json_schema
from anleitung.core.formats.schema_gaps import GAPS
from tests.core.bundles import bundle

VECTORS = json.loads((Path(__file__).parents[3] / "docs" / "vectors.json").read_text())


def fingerprint_by_hand(kind: str, body: Any) -> str:
    """docs/fingerprints.md in three lines."""
    whole = {"format": "anleitung/1", "kind": kind, "body": body}
    payload = json.dumps(whole, sort_keys=True, separators=(",", ":"), ensure_ascii=False)
    return "sha256:" + sha256(payload.encode()).hexdigest()


@pytest.mark.parametrize("told", VECTORS["bundles"])
def test_fingerprints_are_those_that_a_stranger_computes(told: dict[str, Any]) -> None:
    manifest = {d["name"]: d["fingerprint"] for d in told["documents"]}
    for d in told["documents"]:
        assert d["fingerprint"] == fingerprint_by_hand(d["name"].partition("/")[0], d["body"])
    assert told["fingerprint"] == fingerprint_by_hand("manifest", manifest)


@pytest.mark.parametrize("told", VECTORS["conditions"])
def test_conditions_are_printed_as_published(told: dict[str, str]) -> None:
    assert print_condition(parse_condition(told["typed"])) == told["canonical"]
    assert print_condition(parse_condition(told["canonical"])) == told["canonical"]


@pytest.mark.parametrize("name", NAMES)
def test_schemas_declare_their_dialect_and_are_valid(name: str) -> None:
    schema = json_schema(name)
    assert schema["$schema"] == DIALECT
    Draft202012Validator.check_schema(schema)


@pytest.mark.parametrize("kind", [ShortText, Prose, FileName])
def test_schema_refuses_the_very_characters_that_the_program_refuses(kind: Any) -> None:
    adapter = TypeAdapter(kind)
    pattern = re.compile(adapter.json_schema()["pattern"])
    for number in range(0x10000):
        text = f"a{chr(number)}b"
        try:
            adapter.validate_python(text)
            taken = True
        except ValidationError:
            taken = False
        # Line ends are made one kind before they are judged.
        assert taken == bool(pattern.fullmatch(text.replace("\r", "\n"))), hex(number)


def _models(kind: Any, found: set[type[BaseModel]]) -> None:
    if isinstance(kind, type) and issubclass(kind, BaseModel):
        if kind not in found:
            found.add(kind)
            for field in kind.model_fields.values():
                _models(field.annotation, found)
        return
    for part in typing.get_args(kind):
        _models(part, found)


def test_what_a_schema_cannot_say_is_listed_and_nothing_else() -> None:
    found: set[type[BaseModel]] = set()
    for kind in DOCUMENTS.values():
        _models(kind, found)
    with_rules = {
        model.__name__
        for model in found
        if model.__pydantic_decorators__.model_validators
        or model.__pydantic_decorators__.field_validators
    }
    assert with_rules == set(GAPS)


def test_what_is_taken_keeps_to_the_schema() -> None:
    made = bundle("clean-install")
    for name, body in made.documents.items():
        schema = json_schema(name.partition("/")[0])
        Draft202012Validator(schema).validate({"format": "anleitung/1", **body})
