"""Two states side by side over the API, and the number that follows."""

import json
from typing import Any

from django.contrib.auth import get_user_model
from django.test import Client

from anleitung.guides.models import Revision
from tests.api.test_api import upload
from tests.conftest import NOW
from tests.ready import let_through

AT = {"codename": "palstek", "slug": "clean-install"}
OPEN = "bootloader is unlocked"
NARROW = ("guide.yaml", OPEN, f"variant is M6 and {OPEN}")


def post(client: Client, path: str, **body: Any) -> Any:
    return client.post(f"/api/{path}", json.dumps(body), content_type="application/json")


def test_a_draft_beside_what_was_published_last(
    client_of_maintainer: Client, revision: Revision
) -> None:
    client = client_of_maintainer
    upload(client, edits=[NARROW])
    page = client.get("/api/drafts/palstek/clean-install").json()
    assert (page["next_version"], page["follows"]["version"]) == ("", "1.0.0")
    told = post(client, "compare", first={**AT, "version": "1.0.0"}, second=AT).json()
    assert (told["version"], told["compared"]["level"]) == ("2.0.0", "major")
    assert told["compared"]["reason"].endswith("are turned away: variant K6")
    assert (told["first"]["version"], told["second"]["version"]) == ("1.0.0", "")
    [compared] = told["compared"]["codenames"].values()
    assert {row["how"] for row in compared["rows"]} == {"same"}
    let_through(actor=get_user_model().objects.get(username="mira.f"), now=NOW, **AT)
    low = post(
        client, "drafts/palstek/clean-install/publish", seen=page["fingerprint"], level="minor"
    )
    assert (low.status_code, low.json()["code"]) == (422, "version-too-low")
    done = post(client, "drafts/palstek/clean-install/publish", seen=page["fingerprint"])
    assert done.json()["version"] == "2.0.0"
    back = post(
        client, "compare", first={**AT, "version": "2.0.0"}, second={**AT, "version": "1.0.0"}
    ).json()
    # Between two published states nothing is to be numbered.
    assert (back["version"], back["compared"]["level"]) == ("", "minor")


def test_what_cannot_be_compared_is_said(client_of_maintainer: Client, revision: Revision) -> None:
    client = client_of_maintainer
    gone = post(client, "compare", first={**AT, "version": "9.0.0"}, second=AT)
    assert (gone.status_code, gone.json()["code"]) == (404, "no-such-revision")
    gone = post(client, "compare", first={**AT, "version": "1.0.0"}, second=AT)
    assert (gone.status_code, gone.json()["code"]) == (404, "no-such-draft")
    upload(client, "unlock")
    other = post(
        client,
        "compare",
        first={**AT, "version": "1.0.0"},
        second={"codename": "palstek", "slug": "unlock"},
    ).json()
    assert other["version"] == ""
    assert not other["compared"]["equal"]
    assert Client().post("/api/compare", "{}", content_type="application/json").status_code == 401


def test_a_row_is_taken_over_from_what_is_published(
    client_of_maintainer: Client, revision: Revision
) -> None:
    client = client_of_maintainer
    upload(client, edits=[("guide.yaml", "title: Install", "title: Put")])
    sides = {"first": AT, "second": {**AT, "version": "1.0.0"}}
    at = "drafts/palstek/clean-install"
    rows = client.get(f"/api/{at}/writing").json()["rows"]
    name = rows[0]["id"]
    seen = post(client, f"{at}/edits", edits=[{"op": "remove", "ids": [name]}]).json()
    told = post(client, "compare", **sides).json()
    [compared] = told["compared"]["codenames"].values()
    pair = next(row for row in compared["rows"] if row["how"] == "added")
    assert pair["second"]["id"] == name
    body = {"source": sides["second"], "row": "", "other": name}
    late = post(client, f"{at}/take-over", seen="sha256:old", **body)
    assert (late.status_code, late.json()["code"]) == (409, "draft-moved")
    assert seen["fingerprint"] == told["first"]["fingerprint"]
    done = post(client, f"{at}/take-over", seen=told["first"]["fingerprint"], **body)
    assert done.status_code == 200
    [compared] = post(client, "compare", **sides).json()["compared"]["codenames"].values()
    assert {row["how"] for row in compared["rows"]} == {"same"}
