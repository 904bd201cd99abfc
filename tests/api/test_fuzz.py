"""No 500: the API from its own description, and every parser of what comes from outside."""

import json
from collections.abc import Callable
from typing import Any

import pytest
from django.conf import settings as site
from django.test import Client
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from anleitung.api.routes import api
from anleitung.core.errors import AnleitungError
from anleitung.core.formats.build_csv import read_build_csv
from anleitung.core.formats.check_document import check_document
from anleitung.core.formats.checksums import read_checksums
from anleitung.core.formats.metalink import read_metalink
from anleitung.core.formats.pictures import clean_picture, read_picture
from anleitung.core.formats.read_bundle import read_bundle, read_zip
from anleitung.core.formats.schema import DOCUMENTS
from anleitung.guides.models import Revision
from anleitung.signatures.verify import read_key, read_signatures
from tests.core.bundles import edited_files

DESCRIPTION = json.loads(json.dumps(api.get_openapi_schema()))
ROUTES = [
    (method, path, operation)
    for path, operations in sorted(DESCRIPTION["paths"].items())
    for method, operation in sorted(operations.items())
]
STRANGE = [
    "",
    "\x00",
    "\ud800",
    "a\u202eb",
    "\u200b",
    "é" * 300,
    "../..",
    "%00",
    "5e-324",
    "1e999",
    "-1",
    "9" * 40,
    "NaN",
    "[]",
    "palstek",
    "K6",
]
_texts = st.sampled_from(STRANGE) | st.text(max_size=30)


def _resolved(schema: Any) -> Any:
    """The schema with its references in place, as far as they go."""
    if isinstance(schema, dict):
        if "$ref" in schema:
            name = schema["$ref"].rpartition("/")[2]
            return _resolved(DESCRIPTION["components"]["schemas"][name])
        return {k: _resolved(v) for k, v in schema.items() if k not in ("title", "description")}
    return [_resolved(each) for each in schema] if isinstance(schema, list) else schema


def _bodies(operation: Any) -> st.SearchStrategy[Any]:
    content = operation.get("requestBody", {}).get("content", {})
    schema = content.get("application/json", {}).get("schema")
    anything = st.recursive(
        st.none() | st.booleans() | st.integers() | st.floats() | _texts,
        lambda inner: st.lists(inner, max_size=3) | st.dictionaries(_texts, inner, max_size=3),
        max_leaves=8,
    )
    if schema is None:
        return anything
    return _shaped(_resolved(schema)) | anything


def _shaped(schema: Any) -> st.SearchStrategy[Any]:
    """Values of the described shape, with odd ones in the places of texts and numbers."""
    if "enum" in schema or "const" in schema:
        return st.sampled_from(schema.get("enum") or [schema["const"]]) | _texts
    if "anyOf" in schema or "oneOf" in schema:
        return st.one_of(*map(_shaped, schema.get("anyOf") or schema["oneOf"]))
    match schema.get("type"):
        case "object":
            wanted = {n: _shaped(s) for n, s in schema.get("properties", {}).items()}
            more = schema.get("additionalProperties")
            if not wanted and isinstance(more, dict):
                return st.dictionaries(_texts, _shaped(more), max_size=3)
            return st.fixed_dictionaries(wanted)
        case "array":
            return st.lists(_shaped(schema.get("items") or {}), max_size=2)
        case "integer":
            return st.integers() | st.just(10**30)
        case "number":
            return st.floats() | st.just(5e-324)
        case "boolean":
            return st.booleans()
        case "null":
            return st.none()
    return _texts


def _as_json(value: Any) -> bytes:
    return json.dumps(value).encode()  # lone surrogates travel as their escapes


@pytest.mark.parametrize(
    ("method", "path", "operation"), ROUTES, ids=[f"{m} {p}" for m, p, _ in ROUTES]
)
def test_every_route_answers_whatever_comes(
    method: str,
    path: str,
    operation: Any,
    revision: Revision,
    client_of_maintainer: Client,
) -> None:
    client_of_maintainer.raise_request_exception = False
    known = {
        "codename": "palstek",
        "slug": "clean-install",
        "short": revision.short,
        "kind": "tool",
    }
    parameters = operation.get("parameters", [])

    @settings(
        max_examples=8,
        derandomize=True,
        database=None,
        suppress_health_check=list(HealthCheck),
    )
    @given(st.data())
    def ask(data: Any) -> None:
        at, query = path, {}
        for each in parameters:
            name = each["name"]
            value = data.draw(_texts | st.just(known.get(name, "1")))
            if each["in"] == "path":
                at = at.replace("{" + name + "}", _quoted(value) or "x")
            elif data.draw(st.booleans()):
                query[name] = value.encode("utf-8", "surrogatepass")
        answer = client_of_maintainer.generic(
            method.upper(),
            at,
            _as_json(data.draw(_bodies(operation))) if method != "get" else b"",
            content_type="application/json",
            QUERY_STRING=_query(query),
        )
        assert answer.status_code < 500, (at, query, answer.content[:300])

    ask()


def _quoted(text: str) -> str:
    from urllib.parse import quote

    return quote(text.encode("utf-8", "surrogatepass"), safe="")


def _query(query: dict[str, bytes]) -> str:
    from urllib.parse import urlencode

    return urlencode(query)


_lines = st.lists(
    _texts
    | st.sampled_from(
        ["build,release", "ab" * 32 + "  a.img", '"', "SHA256 (x) = 00", "<metalink "]
    ),
    max_size=6,
).map("\n".join)
PARSERS: dict[str, Callable[[str], Any]] = {
    "checksum list": read_checksums,
    "metalink": read_metalink,
    "csv": lambda text: read_build_csv("build,platform\n" + text, listed={}),
    "key": read_key,
    "signature": read_signatures,
}


@pytest.mark.parametrize("name", PARSERS)
@settings(max_examples=120)
@given(text=_lines)
def test_every_reader_of_text_reads_or_refuses_in_words(name: str, text: str) -> None:
    try:
        PARSERS[name](text)
    except AnleitungError as error:
        str(error).encode("utf-8", "backslashreplace")


@settings(max_examples=200)
@given(
    st.binary(max_size=300),
    st.sampled_from([b"", b"PK\x03\x04", b"\x89PNG\r\n\x1a\n", b"RIFF0000WEBP"]),
)
def test_every_reader_of_bytes_reads_or_refuses_in_words(content: bytes, head: bytes) -> None:
    for read in (read_zip, read_picture, clean_picture):
        with pytest.raises(AnleitungError):
            read(head + content)


@settings(max_examples=60)
@given(
    st.sampled_from(sorted(edited_files("unlock"))), st.integers(0, 3000), st.binary(max_size=12)
)
def test_a_bundle_with_anything_in_it_is_read_or_refused(name: str, at: int, new: bytes) -> None:
    files = edited_files("unlock")
    content = files[name]
    files[name] = content[: at % (len(content) + 1)] + new + content[at % (len(content) + 1) + 1 :]
    try:
        read_bundle(files)
    except AnleitungError as error:
        str(error).encode("utf-8", "backslashreplace")


@settings(max_examples=80)
@given(st.sampled_from(sorted(DOCUMENTS)), st.data())
def test_a_document_with_anything_in_it_is_checked_or_refused(kind: str, data: Any) -> None:
    value = data.draw(
        st.dictionaries(
            st.sampled_from(sorted(DOCUMENTS[kind].model_fields)),
            _texts | st.integers() | st.lists(_texts, max_size=2) | st.floats(),
        )
    )
    try:
        check_document(kind, value)
    except AnleitungError as error:
        str(error).encode("utf-8", "backslashreplace")


ABOUT = {"kind": "device", "name": "palstek", "codename": "palstek"}


@pytest.mark.parametrize("sign", ["\x00", "\u202e", "\u200b", "\ud800", "\ufeff"])
@pytest.mark.parametrize("field", ["maker", "market_names"])
def test_what_cannot_be_seen_stands_in_no_name(
    sign: str, field: str, revision: Revision, client_of_maintainer: Client
) -> None:
    shown = client_of_maintainer.get("/api/document", ABOUT).json()
    text = f"Tide{sign}werk"
    body = shown["body"] | {field: text if field == "maker" else [text]}
    answer = client_of_maintainer.post(
        "/api/document",
        json.dumps(ABOUT | {"seen": shown["fingerprint"], "body": body}),
        content_type="application/json",
    )
    assert (
        answer.status_code,
        answer.json()["code"] in ("invalid-document", "invalid-request"),
    ) == (
        422,
        True,
    )


def test_a_locked_database_is_said_to_be_busy(
    client_of_maintainer: Client, revision: Revision, monkeypatch: pytest.MonkeyPatch
) -> None:
    from django.db.utils import OperationalError

    from anleitung.reader import views

    for says, status, words in (
        ("database is locked", 503, "The site is busy"),
        ("database or disk is full", 507, "The disk of the site is full"),
        ("attempt to write a readonly database", 503, "cannot store anything"),
    ):

        def fails(says: str = says, **_: Any) -> None:
            raise OperationalError(says)

        monkeypatch.setattr(views, "submit_report", fails)
        answer = Client().post(f"/r/{revision.short}/report", {"key": "k" * 16})
        assert (answer.status_code, words in answer.content.decode()) == (status, True)

    def unsaved(*_: Any, **__: Any) -> None:
        raise OperationalError("database or disk is full")

    # Also outside of the views: a session that cannot be saved once the answer is made.
    monkeypatch.setattr("django.contrib.sessions.backends.db.SessionStore.save", unsaved)
    client = Client(raise_request_exception=False)
    client.cookies["sessionid"] = "x" * 32
    answer = client.post("/login", {"username": "mira.f", "password": "a-long-enough-word"})
    assert (answer.status_code, "is full" in answer.content.decode()) == (507, True)
    assert site.DATABASES["default"]["OPTIONS"]["timeout"] <= 10  # type: ignore[index]
