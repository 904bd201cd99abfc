"""The API of file sets: what is in one, files at hand, lists, and filling a draft."""

import json
from hashlib import sha256
from typing import Any

import pytest
from django.test import Client

from anleitung.core.formats.checksums import read_checksums
from anleitung.guides.models import Draft, Revision
from anleitung.standins.files import file_content
from tests.core.bundles import bundle

PACKAGES = bundle("clean-install").world.packages


def post(client: Client, path: str, **body: Any) -> Any:
    return client.post(f"/api/{path}", json.dumps(body), content_type="application/json")


def found(name: str, content: bytes, **more: Any) -> dict[str, Any]:
    digests = {"sha256": sha256(content).hexdigest()}
    return {"name": name, "size": len(content), "digests": digests, **more}


def content_of(package: str) -> bytes:
    return file_content(PACKAGES[package].name, PACKAGES[package].size)


def test_set_is_listed_in_the_order_of_use(
    client_of_maintainer: Client, revision: Revision
) -> None:
    page = client_of_maintainer.get("/api/codenames/palstek/files").json()
    assert [(s["slug"], s["state"], s["files"]) for s in page["sets"]] == [
        ("clean-install", "1.0.0", 6)
    ]
    told = client_of_maintainer.get("/api/file-set", {"short": revision.short}).json()
    firsts = [f["used_at"][1] for f in told["files"]]
    assert firsts == sorted(firsts)
    zipped = next(f for f in told["files"] if f["id"] == "wattlaeufer")
    assert [(d["algorithm"], d["weak"]) for d in zipped["digests"]] == [
        ("sha256", False),
        ("sha512", False),
        ("md5", True),
    ]
    assert told["algorithms"] == ["md5", "sha256", "sha512"]
    assert told["room"]["warnings"] == []


def test_assumptions_change_the_arithmetic(
    client_of_maintainer: Client, revision: Revision
) -> None:
    ask = {"short": revision.short, "download_mbps": "0.001"}
    slow = client_of_maintainer.get("/api/file-set", ask).json()["room"]
    assert slow["download_time"] == "8 min"
    bad = client_of_maintainer.get("/api/file-set", ask | {"download_mbps": "0"})
    assert (bad.status_code, bad.json()["code"]) == (422, "invalid-request")


def test_files_at_hand_get_a_verdict_each(client_of_maintainer: Client, revision: Revision) -> None:
    good = content_of("radio-m6")
    sent = [
        found("radio-12.4.7-m6.img", good),
        found("radio-12.4.7-k6.img", b"<html>", is_page=True),
        found("inner.img", content_of("firmware-m6"), inside="all.zip"),
        found("other.txt", b"x", inside="all.zip"),
    ]
    told = post(client_of_maintainer, f"file-set/match?short={revision.short}", found=sent).json()
    assert [(m["verdict"], m["inside"]) for m in told[:3]] == [
        ("right", ""),
        ("wrong-bytes", ""),
        ("misnamed", "all.zip"),
    ]
    assert {m["verdict"] for m in told[3:]} == {"missing"}


def test_list_is_compared_and_given_out(client_of_maintainer: Client, revision: Revision) -> None:
    where = f"short={revision.short}"
    text = client_of_maintainer.get(f"/api/file-set/list?{where}&form=tagged").content.decode()
    assert len(read_checksums(text).lines) == 8
    told = post(client_of_maintainer, f"file-set/compare?{where}", text=text).json()
    assert {line["verdict"] for line in told} == {"agrees"}
    bad = post(client_of_maintainer, f"file-set/compare?{where}", text="<metalink")
    assert (bad.status_code, bad.json()["code"]) == (422, "invalid-list")
    assert client_of_maintainer.get(f"/api/file-set/list?{where}&form=x").status_code == 404


@pytest.fixture
def draft(client_of_maintainer: Client, revision: Revision) -> Draft:
    from tests.api.test_api import upload

    upload(client_of_maintainer, "clean-install-one-slot")
    return Draft.objects.get()


def test_dropped_files_fill_a_draft(client_of_maintainer: Client, draft: Draft) -> None:
    new = found("Beiboot mini (12).zip", b"add-on") | {"role": "add-on"}
    radio = found("radio-12.4.7-m6.img", b"newer radio") | {"role": "other"}
    sent = {"seen": draft.fingerprint, "files": [new, radio]}
    path = "drafts/palstek/clean-install/files"
    answer = post(client_of_maintainer, path, **sent)
    assert answer.status_code == 200, answer.json()
    ask = {"codename": "palstek", "slug": "clean-install"}
    files = {f["id"]: f for f in client_of_maintainer.get("/api/file-set", ask).json()["files"]}
    assert files["beiboot-mini-12"]["name"] == "Beiboot mini (12).zip"
    assert files["radio-m6"]["size"] == 11
    assert files["radio-m6"]["role"] == "firmware", "what was known of it stays"
    again = post(client_of_maintainer, path, **sent)
    assert (again.status_code, again.json()["code"]) == (409, "draft-moved")


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"digests": {"md5": "ab" * 16}}, "SHA-256 is demanded"),
        ({"digests": {"sha256": "abc"}}, "expected 64 hex digits"),
        ({"name": "../x.img"}, "a file name is one plain name"),
        ({"role": "colour"}, "expected"),
        ({"size": 0}, "greater than or equal to 1"),
    ],
)
def test_file_that_cannot_be_taken_changes_nothing(
    change: dict[str, Any], says: str, client_of_maintainer: Client, draft: Draft
) -> None:
    new = found("new.img", b"x") | {"role": "other"} | change
    sent = {"seen": draft.fingerprint, "files": [new]}
    answer = post(client_of_maintainer, "drafts/palstek/clean-install/files", **sent)
    assert answer.status_code == 422
    assert says in json.dumps(answer.json())
    assert Draft.objects.get().fingerprint == draft.fingerprint


def test_older_bytes_are_recognised_across_revisions(
    client_of_maintainer: Client, draft: Draft
) -> None:
    radio = found("radio-12.4.7-m6.img", b"newer radio") | {"role": "other"}
    post(
        client_of_maintainer,
        "drafts/palstek/clean-install/files",
        seen=draft.fingerprint,
        files=[radio],
    )
    told = post(
        client_of_maintainer,
        "file-set/match?codename=palstek&slug=clean-install",
        found=[found("radio-12.4.7-m6.img", content_of("radio-m6"))],
    ).json()
    assert told[0]["says"] == (
        "other bytes under this name: they are radio-12.4.7-m6.img of Install Wattläufer 5 1.0.0"
    )
    matters = client_of_maintainer.get("/api/codenames/palstek/files").json()["matters"]
    assert matters[0]["kind"] == "same-name"
