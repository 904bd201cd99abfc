"""The API: one shape for every failure, and the path from a bundle to a revision."""

import json
import subprocess
from pathlib import Path
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client

from anleitung.api.export import description
from anleitung.core.formats.read_bundle import read_zip
from anleitung.core.formats.write_bundle import write_zip
from anleitung.guides.models import Draft, Revision
from tests.conftest import NOW
from tests.core.bundles import edited_files
from tests.ready import let_through

HOME = Path(__file__).parents[2]


def upload(client: Client, name: str = "clean-install", replaces: str = "", **edits: Any) -> Any:
    data = write_zip(edited_files(name, edits.get("edits", ())))
    file = SimpleUploadedFile("bundle.zip", data, content_type="application/zip")
    return client.post("/api/bundles", {"bundle": file, "replaces": replaces})


def test_from_bundle_to_revision(maintainer: Any, client_of_maintainer: Client) -> None:
    client = client_of_maintainer
    sent = upload(client).json()
    assert (sent["codename"], sent["slug"], sent["replaced"]) == ("palstek", "clean-install", False)
    page = client.get("/api/drafts/palstek/clean-install").json()
    assert (page["kind"], page["next_version"], page["sheet"]["stops"]) == ("draft", "1.0.0", 0)
    to_publish = (
        "/api/drafts/palstek/clean-install/publish",
        {"seen": page["fingerprint"]},
        "application/json",
    )
    early = client.post(*to_publish)
    assert (early.status_code, early.json()["code"]) == (409, "publish-blocked")
    let_through(actor=maintainer, codename="palstek", slug="clean-install", now=NOW)
    done = client.post(*to_publish).json()
    shown = client.get(f"/api/revisions/{done['short']}").json()
    assert (shown["version"], shown["versions"][0]["short"]) == ("1.0.0", done["short"])
    packed = client.get(f"/api/revisions/{done['short']}/bundle.zip")
    assert packed["Content-Disposition"].endswith('"palstek-clean-install-1.0.0.zip"')
    assert read_zip(packed.content)["guide.yaml"].startswith(b"format: anleitung/1")
    home = client.get("/api/home").json()
    assert home["codenames"][0]["guides"][0]["version"] == "1.0.0"


def test_second_draft_is_a_conflict_until_the_first_was_seen(client_of_maintainer: Client) -> None:
    first = upload(client_of_maintainer).json()
    answer = upload(client_of_maintainer, "clean-install-one-slot")
    assert (answer.status_code, answer.json()["code"]) == (409, "draft-moved")
    assert answer.json()["standing"] == first["fingerprint"]
    again = upload(client_of_maintainer, "clean-install-one-slot", replaces=first["fingerprint"])
    assert again.json()["replaced"]
    home = client_of_maintainer.get("/api/home").json()
    assert home["groups"][0]["matters"][0]["text"] == (
        "“Install Wattläufer 5” has a stop: The phone hangs at boot: the firmware "
        "in radio is older than the system wants, in the slot that runs now. (1 more)"
    )


def test_faulty_bundle_is_told_by_file_and_line_and_leaves_nothing(
    client_of_maintainer: Client,
) -> None:
    answer = upload(client_of_maintainer, edits=[("guide.yaml", "title:", "titel:")])
    problem = answer.json()
    assert (answer.status_code, problem["code"]) == (422, "invalid-bundle")
    assert problem["message"] == "The bundle has 2 faults; nothing was stored."
    assert {"file": "guide.yaml", "line": 4}.items() <= problem["at"][1].items()
    assert not Draft.objects.exists()


PUBLISH = "/api/drafts/palstek/x/publish"
FAILING = [
    ("get", "/api/home", {}, 401, "sign-in-first"),
    ("get", "/api/drafts/palstek/nothing", {"signed": True}, 404, "no-such-guide"),
    ("get", "/api/revisions/0123", {"signed": True}, 404, "no-such-revision"),
    ("post", "/api/bundles", {"signed": True}, 422, "invalid-request"),
    ("post", PUBLISH, {"signed": True, "body": {}}, 422, "invalid-request"),
    ("post", PUBLISH, {"signed": True, "body": {"seen": ""}}, 404, "no-such-guide"),
    ("post", PUBLISH, {"signed": True, "raw": "{"}, 400, "invalid-request"),
]


@pytest.mark.parametrize(("method", "path", "how", "status", "code"), FAILING)
def test_every_failure_has_one_shape(
    method: str, path: str, how: dict[str, Any], status: int, code: str, maintainer: Any
) -> None:
    client = Client()
    if how.get("signed"):
        client.force_login(maintainer)
    body = how.get("raw") or json.dumps(how.get("body", {}))
    call = getattr(client, method)
    answer = (
        call(path, data=body, content_type="application/json") if method == "post" else call(path)
    )
    assert (answer.status_code, answer.json()["code"]) == (status, code)
    assert set(answer.json()) == {"code", "message", "at", "standing"}


def test_reader_with_an_account_has_no_right(db: None, django_user_model: Any) -> None:
    client = Client()
    client.force_login(django_user_model.objects.create_user(username="gast", password="x"))
    answer = client.get("/api/home")
    assert (answer.status_code, answer.json()["code"]) == (403, "no-right")


def test_writing_needs_the_csrf_token(maintainer: Any, revision: Revision) -> None:
    client = Client(enforce_csrf_checks=True)
    client.force_login(maintainer)
    path = f"/api/revisions/{revision.short}/withdraw"
    answer = client.post(path, {"reason": "x"}, content_type="application/json")
    assert (answer.status_code, answer.json()["code"]) == (403, "no-right")


def test_withdrawing_shows_to_everybody(client_of_maintainer: Client, revision: Revision) -> None:
    answer = client_of_maintainer.post(
        f"/api/revisions/{revision.short}/withdraw",
        {"reason": "The radio image was replaced"},
        content_type="application/json",
    )
    assert answer.status_code == 200
    page = Client().get(f"/r/{revision.short}").content.decode()
    assert "This version is withdrawn. Do not follow it." in page
    assert "The radio image was replaced" in page
    front = Client().get("/").content.decode()
    assert revision.short not in front
    assert "No guides yet." in front


def test_chain_is_shown_on_both_guides(client_of_maintainer: Client, revision: Revision) -> None:
    upload(client_of_maintainer, "unlock")
    draft = client_of_maintainer.get("/api/drafts/palstek/unlock").json()
    assert draft["after"][0]["title"] == "Install Wattläufer 5"
    assert draft["after"][0]["words"].startswith("for 626,688 of the 778,752 kinds of phone")


def test_description_and_types_are_those_of_the_code(tmp_path: Path) -> None:
    """``make generated`` writes both; here they must already be so."""
    described = description().encode()
    assert (HOME / "docs/openapi.json").read_bytes() == described, "run 'make generated'"
    made = tmp_path / "schema.gen.ts"
    subprocess.run(
        ["node_modules/.bin/openapi-typescript", str(HOME / "docs/openapi.json"), "-o", made],
        cwd=HOME / "web",
        check=True,
        capture_output=True,
    )
    kept = (HOME / "web/src/api/schema.gen.ts").read_text()
    assert kept == made.read_text(), "run 'make generated'"


def test_upload_is_bounded_by_its_announced_length(client_of_maintainer: Client) -> None:
    file = SimpleUploadedFile("bundle.zip", b"x" * 6_000_000)
    answer = client_of_maintainer.post("/api/bundles", {"bundle": file})
    assert (answer.status_code, answer.json()["code"]) == (413, "too-large")


def test_upload_is_bounded_by_what_it_holds(client_of_maintainer: Client) -> None:
    file = SimpleUploadedFile("bundle.zip", b"x" * 5_000_001)
    answer = client_of_maintainer.post("/api/bundles", {"bundle": file})
    assert answer.json()["at"][0]["message"] == "larger than 5 MB"
