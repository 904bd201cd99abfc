"""Two states side by side over the API, and the number that follows."""

import json
from typing import Any

from django.test import Client

from anleitung.guides.models import Revision
from tests.api.test_api import upload

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
