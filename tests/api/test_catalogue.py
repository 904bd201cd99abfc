"""The API of the catalogue: one shape for failures, and what each page is given."""

import json
from typing import Any

import pytest
from django.test import Client

from anleitung.jobs.services.run import run_job
from tests.core.demo_catalogue import plain


@pytest.fixture
def client(demo: None, client_of_maintainer: Client) -> Client:
    return client_of_maintainer


def post(client: Client, path: str, **body: Any) -> Any:
    return client.post(f"/api/{path}", json.dumps(body), content_type="application/json")


def test_phone_page_has_what_is_drawn_and_said(client: Client) -> None:
    page = client.get("/api/codenames/poller/phone").json()
    assert page["namesakes"][0]["says"] == "Kai 9 is one name for 2 variants: M6, K6."
    assert [r["name"] for r in page["rails"]["rails"]] == ["the one slot"]
    assert page["chords"][0]["title"] == "From off to download mode"
    assert page["document"]["used_by"] == []
    palstek = client.get("/api/codenames/palstek/phone").json()
    assert "Install Wattläufer 5 1.0.0" in palstek["document"]["used_by"]
    assert palstek["systems"][0]["features"][1]["span"] == "until 4.2"


def test_what_goes_with_what_on_a_codename(client: Client) -> None:
    told = client.post("/api/codenames/palstek/goes-with").json()
    assert told["finished"]
    assert told["systems"][0] == {"name": "stock", "parts": 0}
    assert all(len(row["cells"]) == len(told["systems"]) for row in told["rows"])
    radio = next(row for row in told["rows"] if row["role"] == "firmware")
    assert {cell["verdict"] for cell in radio["cells"]} == {"some"}
    empty = client.post("/api/codenames/poller/goes-with").json()
    assert (empty["rows"], empty["systems"]) == ([], [])
    assert client.post("/api/codenames/nobody/goes-with").status_code == 404


def test_builds_ways_and_why_no_update(client: Client) -> None:
    page = client.get("/api/codenames/palstek/builds").json()
    assert (len(page["builds"]), page["regions"]) == (15, ["KU", "BI", "HO"])
    odd = next(b for b in page["builds"] if b["build"] == "PS-13.0.5-HO.r4")
    assert odd["packages"][0]["missing"] == "PS-13.0.4-HO.r4"
    assert page["not_told"] == []
    poller = client.get("/api/codenames/poller/builds").json()
    assert poller["not_told"] == ["platform", "rollback_index"]
    ask = {"start": "PS-12.1.0-KU.r1", "goal": "PS-13.0.5-KU.r4"}
    ways = client.get("/api/codenames/palstek/ways", ask).json()
    assert (len(ways["fewest_legs"]["legs"]), ways["fewest_legs"]["download"]) == (3, "2.93 GB")
    assert ways["least_download"]["download"] == "1.73 GB"
    ask = {"build": "PS-12.4.7-HO.r3"}
    assert client.get("/api/codenames/palstek/offered", ask).json()["reason"] == "no-package"


def test_paste_is_shown_before_it_is_stored(client: Client) -> None:
    text = "PS-13.1.0-KU.r5\nPS-13.1.0-KU.r5\nbad"
    shown = post(client, "codenames/palstek/builds/preview", text=text).json()
    assert {c["verdict"]: c["count"] for c in shown["counts"]} == {
        "new": 1,
        "twice": 1,
        "unreadable": 1,
    }
    only = post(client, "codenames/palstek/builds/preview", text=text, verdict="new").json()
    assert [r["line"] for r in only["rows"]] == [1]
    added = post(client, "codenames/palstek/builds", text=text).json()
    assert added == {"new": 1, "changed": 0, "left": 2}


def test_twenty_thousand_lines_come_in_pages(client: Client) -> None:
    text = "\n".join(f"PS-14.{i // 100}.{i % 100}-KU.r5" for i in range(20_000))
    shown = post(client, "codenames/palstek/builds/preview", text=text, page=150).json()
    assert (shown["lines"], shown["pages"], len(shown["rows"])) == (20_000, 200, 100)
    refused = post(client, "codenames/palstek/builds", text=text)
    assert (refused.status_code, refused.json()["code"]) == (422, "too-many-lines")


@pytest.mark.parametrize(("lines", "status"), [(2_000, 200), (2_001, 202)])
def test_a_long_list_is_read_by_the_worker(
    client: Client, settings: Any, lines: int, status: int
) -> None:
    settings.JOBS_INLINE, settings.JOB_PATIENCE = False, 0
    text = "\n".join(["\ud800"] * lines)
    told = post(client, "codenames/palstek/builds/preview", text=text)
    assert told.status_code == status
    if status == 202:
        run_job(told.json()["id"])
        told = post(client, "codenames/palstek/builds/preview", text=text)
    assert told.json()["counts"] == [{"verdict": "unreadable", "count": lines}]


def test_storing_and_settling_are_jobs_with_their_result(client: Client, settings: Any) -> None:
    settings.JOBS_INLINE, settings.JOB_PATIENCE = False, 0
    stored = post(client, "codenames/palstek/builds", text="PS-13.1.0-KU.r5")
    assert (stored.status_code, stored.json()["kind"]) == (202, "add-builds")
    run_job(stored.json()["id"])
    job = client.get(f"/api/jobs/{stored.json()['id']}").json()
    assert job["result"] == {"new": 1, "changed": 0, "left": 0}
    body = {"seen": "", "kind": "tool", "name": "lotse", "choice": "both", "new_name": "x"}
    settled = post(client, "drafts/palstek/unlock/differences", codename="", **body)
    assert (settled.status_code, settled.json()["kind"]) == (202, "settle")


def test_csv_out_and_in_again_changes_nothing(client: Client) -> None:
    text = client.get("/api/codenames/poller/builds.csv").content.decode()
    shown = post(client, "codenames/poller/builds/preview", text=text).json()
    assert shown["counts"] == [{"verdict": "known", "count": 7}]


def test_string_is_taken_apart_and_judged(client: Client) -> None:
    ask = {"text": "2219c_KAI9_M6_KU_full.mol", "codename": "poller"}
    (reading,) = client.get("/api/decode", ask).json()["readings"]
    says = [f["says"] for f in reading["fields"] if f["verdict"] == "differs"]
    assert says == ["region KU: poller has BI, HO"]
    found = client.get("/api/decode", {"text": "PS-12.4.7-KU.r3"}).json()
    assert [(r["codename"], r["listed"]) for r in found["readings"]] == [("palstek", True)]
    fault = client.get("/api/decode", {"text": "PS-12.4.7-KU"}).json()["fault"]
    assert "fits up to place 12" in fault


JUMPS = [
    ("palstek", "/c/palstek"),
    ("bö 4 n", "/c/palstek"),
    ("kai 9", "/c/poller"),
    ("PS-12.4.7-KU.r3", "/c/palstek/builds?build=PS-12.4.7-KU.r3"),
    ("PS-12.9.9-KU.r9", "/c/palstek/builds?build=PS-12.9.9-KU.r9"),
    ("2248_KAI9", "/c/poller/builds?build=KAI9-M6%2FBI%2F2248"),
    ("12.4.7-BI", "/c/palstek/builds?build=PS-12.4.7-BI.r3"),
    ("schleuse", "/tools/schleuse"),
    ("wattläufer 5", "/c/palstek/guides/clean-install"),
]


@pytest.mark.parametrize(("typed", "path"), JUMPS)
def test_one_box_leads_everywhere(typed: str, path: str, client: Client) -> None:
    assert client.get("/api/jump", {"q": typed}).json()["places"][0]["path"] == path


def test_jump_says_that_a_name_fits_several_variants(client: Client) -> None:
    place = client.get("/api/jump", {"q": "Kai 9"}).json()["places"][0]
    assert place["about"].startswith("poller, 2 variants: “M6” in the second part")
    assert client.get("/api/jump", {"q": " "}).json()["places"] == []
    assert client.get("/api/jump", {"q": "Рalstek"}).json()["places"] == []


def test_document_is_checked_while_it_is_written(client: Client) -> None:
    body = plain("device", "palstek")
    good = post(client, "document/check", kind="device", body=body).json()
    assert (good["faults"], len(good["chords"])) == ([], 4)
    chord = {**body["chords"][0], "moments": [{"hold": ["up"], "release": ["up"]}]}
    bad = post(client, "document/check", kind="device", body=body | {"chords": [chord]}).json()
    assert bad["faults"] == [
        {"at": ["chords", "0"], "message": "moment 1: up is held and let go at once"}
    ]


def test_save_conflict_and_older_version(client: Client) -> None:
    shown = client.get("/api/document", {"kind": "tool", "name": "lotse"}).json()
    sent = {"kind": "tool", "seen": shown["fingerprint"], "note": "newer"}
    body = shown["body"] | {"versions": "5.0"}
    saved = post(client, "document", **sent, body=body).json()
    assert (saved["number"], saved["name"]) == (2, "lotse")
    again = post(client, "document", **sent, body=body | {"versions": "6.0"})
    assert (again.status_code, again.json()["code"]) == (409, "document-moved")
    assert again.json()["standing"] == saved["fingerprint"]
    first = client.get("/api/document", {"kind": "tool", "name": "lotse", "number": 1}).json()
    assert first["body"]["versions"] == "4.2 or newer"
    faulty = post(client, "document", **sent, body=body | {"hosts": []})
    assert (faulty.status_code, faulty.json()["at"][0]["file"]) == (422, "hosts")


def test_stale_guide_waits_on_the_desk_until_it_is_proved(client: Client) -> None:
    shown = client.get("/api/document", {"kind": "tool", "name": "lotse"}).json()
    body = shown["body"] | {"versions": "5.0"}
    post(client, "document", kind="tool", seen=shown["fingerprint"], body=body)
    home = client.get("/api/home").json()
    palstek = next(c for c in home["codenames"] if c["codename"] == "palstek")
    assert {g["slug"] for g in palstek["guides"] if g["is_stale"]} == {
        g["slug"] for g in palstek["guides"]
    }
    assert any(
        "is stale: the tool lotse" in d["text"] for g in home["groups"] for d in g["matters"]
    )
    told = post(client, "prove-stale").json()
    again = client.get("/api/home").json()
    left = [g["slug"] for c in again["codenames"] for g in c["guides"] if g["is_stale"]]
    # Two of a slug: a draft is proved beside what is published.
    assert (told["proved"] >= len(palstek["guides"]), left) == (True, [])
    assert post(client, "prove-stale").json()["proved"] == 0
    page = post(client, "drafts/palstek/base-update/prove-today").json()
    assert (
        page["today"]["is_stale"],
        [f["field"] for f in page["today"]["changed"][0]["fields"]],
    ) == (
        False,
        ["versions"],
    )
    taken = post(client, "drafts/palstek/base-update/take-today", seen=page["fingerprint"]).json()
    page = client.get("/api/drafts/palstek/base-update").json()
    assert (page["fingerprint"], page["today"]["changed"]) == (taken["fingerprint"], [])


def test_retire_and_bring_back(client: Client) -> None:
    what = {"kind": "scheme", "name": "nordmole"}
    gone = post(client, "document/retire", **what, reason="not ours").json()
    assert gone["retired"] == "not ours"
    assert client.get("/api/documents/scheme").json()[-1]["retired"] == "not ours"
    assert post(client, "document/bring-back", **what).json()["retired"] == ""


@pytest.mark.parametrize(
    ("path", "status", "code"),
    [
        ("codenames/nowhere/phone", 404, "no-such-document"),
        ("codenames/palstek/ways?start=x", 404, "no-such-build"),
        ("documents/colour", 404, "no-such-document"),
        ("document?kind=tool&name=x", 404, "no-such-document"),
        ("schema/colour", 404, "no-such-document"),
    ],
)
def test_what_is_not_there(path: str, status: int, code: str, client: Client) -> None:
    answer = client.get(f"/api/{path}")
    assert (answer.status_code, answer.json()["code"]) == (status, code)


@pytest.mark.parametrize("kind", ["device", "tool", "scheme", "build", "system"])
def test_schema_for_the_form(kind: str, client: Client) -> None:
    schema = client.get(f"/api/schema/{kind}").json()
    assert "format" not in schema["properties"]
    assert schema["additionalProperties"] is False


def test_readers_have_no_part_in_it(db: None) -> None:
    assert Client().get("/api/codenames/palstek/phone").status_code == 401


STRANGE = [
    "",
    " ",
    "\u0000",
    "%",
    "../../x",
    "PS-" * 400,
    "１２",
    "'; --",
    "<b>",
    "\ud7ff",
    "a/b/c",
]


@pytest.mark.parametrize("text", STRANGE)
@pytest.mark.parametrize(
    ("path", "name"),
    [
        ("decode", "text"),
        ("jump", "q"),
        ("codenames/palstek/offered", "build"),
        ("codenames/palstek/ways", "start"),
        ("document?kind=tool", "name"),
    ],
)
def test_strange_text_is_answered_in_words(
    path: str, name: str, text: str, client_of_maintainer: Client
) -> None:
    base, _, query = path.partition("?")
    ask = {name: text} | dict(p.split("=") for p in query.split("&") if p)
    answer = client_of_maintainer.get(f"/api/{base}", ask)
    assert answer.status_code in (200, 404, 422)
    if answer.status_code != 200:
        assert answer.json()["message"]


BODIES: list[Any] = [{}, [], {"kind": "tool"}, {"kind": "x", "body": {}}, {"kind": 1, "body": 2}]


@pytest.mark.parametrize("body", BODIES)
@pytest.mark.parametrize("path", ["document", "document/check", "document/retire"])
def test_strange_body_is_refused_in_words(
    path: str, body: Any, client_of_maintainer: Client
) -> None:
    answer = client_of_maintainer.post(
        f"/api/{path}", json.dumps(body), content_type="application/json"
    )
    assert answer.status_code in (404, 422)
    assert answer.json()["code"] in ("invalid-request", "no-such-document", "retire-refused")
