"""The API of the mirror watch."""

import json
from typing import Any

import pytest
from django.test import Client

from anleitung.guides.models import Revision
from anleitung.mirrors.models import Change, Check, Look
from tests.conftest import NOW


def post(client: Client, path: str, **body: Any) -> Any:
    return client.post(f"/api/watch/{path}", json.dumps(body), content_type="application/json")


@pytest.fixture
def change(revision: Revision) -> Change:
    """The recovery was replaced at its first source."""
    package = next(p for p in _packages(revision) if p.id == "rettungsring")
    about = {"address": package.sources[0], "name": package.name, "size": package.size}
    side = {"standing": "replaced", "size": 7, "sha256": "ab" * 32, "address": package.sources[0]}
    return Change.objects.create(
        **about,
        sha256=package.sha256,
        standing="replaced",
        says="other bytes",
        before=side | {"standing": "on record"},
        after=side,
        at=NOW,
    )


def _packages(revision: Revision) -> Any:
    from anleitung.guides.load import load_bundle

    return load_bundle(revision).packages


def test_sources_are_listed_and_looked_at_on_demand(
    client_of_maintainer: Client, revision: Revision
) -> None:
    watch = client_of_maintainer.get("/api/codenames/palstek/watch").json()
    assert watch["check"] is None
    assert len(watch["sources"]) == 13
    assert {s["standing"] for s in watch["sources"]} == {""}
    check = post(client_of_maintainer, "checks", codename="palstek", reads=True).json()
    assert (check["state"], check["total"], check["done"]) == ("waiting", 13, 0)
    says = client_of_maintainer.get("/api/work").json()["says"]
    assert says == "looking at sources, 0 of 13"
    twice = post(client_of_maintainer, "checks", codename="palstek")
    assert (twice.status_code, twice.json()["code"]) == (422, "watch-refused")
    ended = post(client_of_maintainer, f"checks/{check['id']}/cancel").json()
    assert ended["state"] == "cancelled"
    assert client_of_maintainer.get("/api/work").json()["says"] == ""


def test_a_change_is_on_the_desk_and_on_the_guide_until_it_is_settled(
    client_of_maintainer: Client, revision: Revision, change: Change
) -> None:
    def told() -> tuple[int, list[str], list[str]]:
        get = client_of_maintainer.get
        groups = get("/api/home").json()["groups"]
        desk = [d["text"] for g in groups for d in g["matters"]]
        page = get(f"/api/revisions/{revision.short}").json()
        changes = get("/api/codenames/palstek/watch").json()["changes"]
        return len(changes), page["sources"], [t for t in desk if "other bytes" in t]

    count, sources, desk = told()
    assert count == 1
    assert sources == ["rettungsring-3.2-palstek.img at mirror.example: other bytes"]
    assert desk[0].endswith("other bytes. Install Wattläufer 5 1.0.0 uses it.")
    assert post(client_of_maintainer, f"changes/{change.pk}/settle", because=" ").status_code == 422
    done = post(client_of_maintainer, f"changes/{change.pk}/settle", because="asked the author")
    assert done.status_code == 200
    assert told() == (0, [], [])


def test_the_last_look_tells_how_a_source_stands(
    client_of_maintainer: Client, revision: Revision
) -> None:
    check = post(client_of_maintainer, "checks", codename="palstek").json()
    Look.objects.filter(address__endswith="/palstek/radio-12.4.7-k6.img").update(
        standing="cut-short", says="cut short", at=NOW
    )
    Check.objects.filter(pk=check["id"]).update(state="done")
    lines = client_of_maintainer.get("/api/codenames/palstek/watch").json()["sources"]
    assert {(s["standing"], s["tone"]) for s in lines if s["file"] == "radio-12.4.7-k6.img"} == {
        ("cut-short", "loss")
    }


def test_schedule_and_right(client_of_maintainer: Client, revision: Revision) -> None:
    assert post(client_of_maintainer, "schedule", every_hours=24, reads=True).json() == {
        "every_hours": 24,
        "reads": True,
    }
    assert client_of_maintainer.get("/api/codenames/palstek/watch").json()["every_hours"] == 24
    assert post(client_of_maintainer, "schedule", every_hours=1).status_code == 422
    assert post(Client(), "checks").status_code == 401
