"""The API of the bench phone and of single slips."""

import json
from typing import Any

from django.test import Client

from anleitung.demo.bundles import bundle_files
from anleitung.guides.models import Revision
from anleitung.guides.services.bring_in import bring_in
from tests.conftest import NOW
from tests.ready import publish


def bench(client: Client, **body: Any) -> Any:
    return client.post("/api/bench", json.dumps(body), content_type="application/json")


def test_one_phone_goes_through_a_revision(
    client_of_maintainer: Client, revision: Revision
) -> None:
    facts = {"bootloader": "unlocked"}
    told = bench(client_of_maintainer, short=revision.short, facts=facts).json()
    assert told["admitted"] is True
    assert told["steps"][-1]["mode"] == "system"
    strange = bench(client_of_maintainer, short=revision.short, facts={"variant": "M7"})
    assert (strange.status_code, strange.json()["code"]) == (404, "no-phone-like-that")
    assert bench(Client(), short=revision.short).status_code == 401


def test_every_harm_can_be_gone_through_on_the_bench(
    client_of_maintainer: Client, revision: Revision
) -> None:
    told = client_of_maintainer.post(f"/api/slips?short={revision.short}").json()
    assert told["tried"] > 80
    assert told["harms"][0]["how"] == "dead"
    for harm in told["harms"][:6]:
        walked = bench(
            client_of_maintainer, short=revision.short, facts=harm["facts"], slip=harm["index"]
        ).json()
        assert walked["slip"] == harm["slip"]
        assert walked["steps"][-1]["ended"] == harm["how"]


def test_a_fix_is_offered_and_taken_once(client_of_maintainer: Client, revision: Revision) -> None:
    files = bundle_files("palstek", "base-update")
    bring_in(actor=revision.published_by, files=files, replaces="", now=NOW)
    home = "/api/drafts/palstek/base-update"
    offered = client_of_maintainer.post(f"{home}/fixes").json()
    assert [(f["finding"], f["says"]) for f in offered][:1] == [
        ("firmware-of-another-variant", "Turn these phones away: variant K6")
    ]
    seen = client_of_maintainer.get(home).json()["fingerprint"]
    wanted = {k: offered[0][k] for k in ("finding", "subject", "step")} | {"seen": seen}

    def take() -> Any:
        return client_of_maintainer.post(
            f"{home}/fix", json.dumps(wanted), content_type="application/json"
        )

    taken = take().json()
    page = client_of_maintainer.get(home).json()
    assert (page["fingerprint"], page["sheet"]["stops"]) == (taken["fingerprint"], 0)
    assert take().json()["code"] == "draft-moved"
    wanted["seen"] = page["fingerprint"]
    assert take().json()["code"] == "no-fix"


def test_choices_and_ways_back_of_a_guide(
    revision: Revision, maintainer: Any, client_of_maintainer: Client
) -> None:
    told = client_of_maintainer.post(f"/api/slips?short={revision.short}").json()
    [option] = told["options"]
    assert (option["option"], option["advised"]) == ("data", "keep")
    assert [o["loses"] for o in option["outcomes"]][1] == []
    missing = next(w for w in told["ways_back"] if w["step"] == "install-wattlaeufer")
    assert (missing["of"], missing["why"]) == (0, "no such guide is published")
    files = bundle_files("palstek", "return-to-stock")
    draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    publish(
        actor=maintainer,
        codename="palstek",
        slug="return-to-stock",
        seen=draft.fingerprint,
        now=NOW,
    )
    told = client_of_maintainer.post(f"/api/slips?short={revision.short}").json()
    found = next(w for w in told["ways_back"] if w["step"] == "install-wattlaeufer")
    assert found["title"] == "Return to Tidewerk Strom and lock"
    assert found["rescued"] == found["of"] > 0
