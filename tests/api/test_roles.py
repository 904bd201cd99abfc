"""Every route by role: a table without an empty cell."""

import json
from io import BytesIO
from typing import Any

import pytest
from django.contrib.auth import get_user_model
from django.contrib.auth.models import Group
from django.test import Client

from anleitung.accounts.roles import TESTER
from anleitung.accounts.services.tokens import make_token
from anleitung.api.rights import OF_DRAFT_TOKENS, OF_REPORT_TOKENS, OF_TESTERS
from anleitung.guides.models import Draft, Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.reports.models import Report
from tests.api.test_fuzz import ROUTES, _resolved
from tests.conftest import NOW
from tests.core.bundles import edited_files
from tests.kept_rows import made_once
from tests.people import made_maintainer

# What any maintainer may send, on whatever codename: words, proofs, comparisons, and what belongs
# to the whole site. Everything else is for those who keep the codename.
OF_ANYBODY = {
    "/api/bundles",  # which codenames it is for is seen when it is read: below
    "/api/codenames/{codename}/builds/preview",
    "/api/codenames/{codename}/goes-with",
    "/api/codenames/{codename}/map",
    "/api/codenames/{codename}/look",
    "/api/compare",
    "/api/contests/{contest_id}/sign",
    "/api/drafts/{codename}/{slug}/complete",
    "/api/drafts/{codename}/{slug}/condition",
    "/api/drafts/{codename}/{slug}/fixes",
    "/api/drafts/{codename}/{slug}/here",
    "/api/drafts/{codename}/{slug}/prove-today",
    "/api/drafts/{codename}/{slug}/readings",
    "/api/drafts/{codename}/{slug}/remarks",
    "/api/drafts/{codename}/{slug}/remarks/{number}",
    "/api/drafts/{codename}/{slug}/runs",
    "/api/revisions/{short}/prove-today",
    "/api/revisions/{short}/reports",
}


BODIES = {
    "/api/codenames/{codename}/drafts": {"how": "empty", "slug": "new", "title": "A new guide"},
}


def minimal(schema: Any) -> Any:
    """The least value that the schema takes."""
    if "enum" in schema or "const" in schema:
        return (schema.get("enum") or [schema["const"]])[0]
    for each in ("anyOf", "oneOf"):
        if each in schema:
            return minimal(schema[each][0])
    match schema.get("type"):
        case "object":
            wanted = schema.get("properties", {})
            return {name: minimal(wanted[name]) for name in schema.get("required", ())}
        case "array":
            least = schema.get("minItems", 0)
            return [minimal(schema.get("items", {})) for _ in range(least)]
        case "integer" | "number":
            return schema.get("minimum", 1)
        case "boolean":
            return True
        case "null":
            return None
    return "x" * max(schema.get("minLength", 0), 12)


def sent(client: Client, method: str, path: str, operation: Any, known: Any, **more: str) -> Any:
    given = BODIES.get(path)
    for name, value in known.items():
        path = path.replace(f"{{{name}}}", value)
    client.raise_request_exception = False
    if method == "get":
        return client.get(path, **more)  # type: ignore[arg-type]
    content = operation.get("requestBody", {}).get("content", {})
    if "application/json" in content:
        body = given or minimal(_resolved(content["application/json"]["schema"]))
        return client.generic(method.upper(), path, json.dumps(body), "application/json", **more)
    if method != "post":
        return client.generic(method.upper(), path, **more)  # type: ignore[arg-type]
    form = _resolved(next(iter(content.values()))["schema"]) if content else {}
    files = {n: BytesIO(b"x") for n, s in form.get("properties", {}).items() if "binary" in str(s)}
    return client.post(path, {**(minimal(form) if form else {}), **files}, **more)  # type: ignore[arg-type]


SECRETS: dict[str, str] = {}


@pytest.fixture
def known(revision: Revision, maintainer: Any) -> dict[str, str]:
    def make() -> None:
        files = edited_files("clean-install", [("guide.yaml", "title: Install", "title: Set up")])
        bring_in(actor=maintainer, files=files, replaces="", now=NOW)
        get_user_model().objects.create_user("no.role")
        tester = get_user_model().objects.create_user("priel")
        tester.groups.add(Group.objects.get(name=TESTER))
        foreign = made_maintainer("foreign", "klampe")
        for scope in ("read", "draft", "report"):
            _, SECRETS[scope] = make_token(actor=foreign, name=scope, scopes=[scope], now=NOW)

    made_once("a draft, and people of every role", make)
    return {
        "codename": "palstek",
        "slug": "clean-install",
        "short": revision.short,
        "kind": "tool",
        "number": "1",
        "contest_id": "1",
        "job_id": "1",
        "list_id": "1",
        "row": "x",
        "version": revision.version,
        "language": "de",
    }


def signed_in(user: Any) -> Client:
    client = Client()
    client.force_login(user)
    return client


def state() -> Any:
    return (
        list(Draft.objects.values_list("fingerprint", "updated_at")),
        Revision.objects.count(),
    )


IDS = [f"{m} {p}" for m, p, _ in ROUTES]


@pytest.mark.parametrize(("method", "path", "operation"), ROUTES, ids=IDS)
def test_a_route_by_role(method: str, path: str, operation: Any, known: dict[str, str]) -> None:
    nobody, tester, foreign = (
        get_user_model().objects.get(username=name) for name in ("no.role", "priel", "foreign")
    )
    reads, drafts = SECRETS["read"], SECRETS["draft"]

    def code(client: Client, **more: str) -> tuple[int, str]:
        answer = sent(client, method, path, operation, known, **more)
        found = (
            answer.json() if answer.get("Content-Type", "").startswith("application/json") else {}
        )
        return answer.status_code, found.get("code", "") if isinstance(found, dict) else ""

    before, only_reads = state(), method == "get"
    told = OF_TESTERS.match(path.replace("{number}", "1").replace("{", "").replace("}", ""))
    assert code(Client()) == (401, "sign-in-first")
    assert code(signed_in(nobody)) == (403, "no-right")
    tester_may = only_reads or bool(told)
    assert (code(signed_in(tester))[1] == "no-right") == (not tester_may)
    with_token = code(Client(), HTTP_AUTHORIZATION=f"Bearer {reads}")
    assert (with_token[1] in ("no-right", "sign-in-first")) == (not only_reads)
    with_token = code(Client(), HTTP_AUTHORIZATION=f"Bearer {drafts}")
    may_draft = bool(OF_DRAFT_TOKENS.match(path))
    assert (with_token[1] in ("no-right", "sign-in-first")) == (not may_draft)
    with_token = code(Client(), HTTP_AUTHORIZATION=f"Bearer {SECRETS['report']}")
    may_report = bool(OF_REPORT_TOKENS.match(path))
    assert (with_token[1] in ("no-right", "sign-in-first")) == (not may_report)
    assert code(Client(), HTTP_AUTHORIZATION="Bearer anl_guessed")[0] in (401, 403)
    assert state() == before
    if only_reads or path in OF_ANYBODY:
        assert code(signed_in(foreign))[1] not in ("no-right", "not-your-codename")
    elif "{codename}" in path:
        assert code(signed_in(foreign)) == (403, "not-your-codename")
    assert state() == before


def test_a_bundle_of_somebody_elses_codename_is_refused_and_of_a_new_one_taken(
    revision: Revision,
) -> None:
    foreign = made_maintainer("foreign", "klampe")
    from tests.api.test_api import upload

    refused = upload(signed_in(foreign), "unlock")
    assert (refused.status_code, refused.json()["code"]) == (403, "not-your-codename")
    assert not Draft.objects.exists()


def test_a_program_reports_under_the_name_of_its_token(revision: Revision) -> None:
    foreign = made_maintainer("foreign", "klampe")
    _, secret = make_token(actor=foreign, name="bench", scopes=["report"], now=NOW)
    body = {
        "key": "0123456789abcdef",
        "base": "PS-12.4.7-KU.r3",
        "variant": "K6",
        "options": {"data": "clean"},
        "ending": "worked",
    }

    def sent(**more: Any) -> Any:
        return Client().post(
            f"/api/revisions/{revision.short}/reports",
            json.dumps(body | more),
            "application/json",
            HTTP_AUTHORIZATION=f"Bearer {secret}",
        )

    assert [sent().status_code for _ in range(2)] == [200, 200]
    assert [r.by for r in Report.objects.all()] == [foreign]
    other = sent(ending="dead")
    assert (other.status_code, other.json()["code"]) == (409, "key-used")
    wrong = sent(key="another-key-0123456", variant="none")
    assert (wrong.status_code, wrong.json()["message"]) == (422, "Choose the variant of the phone.")
    assert Report.objects.count() == 1
