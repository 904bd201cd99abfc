"""Files of a draft are written by the form, through the API."""

import json
from typing import Any

import pytest
from django.test import Client

from anleitung.demo.bundles import bundle_files
from anleitung.guides.load import load_bundle
from anleitung.guides.models import Draft
from anleitung.guides.services.bring_in import bring_in
from tests.conftest import NOW

HOME = "/api/drafts/palstek/install-from-storage/packages"
NEW = {"id": "lotse-zip", "name": "lotse-4.2.zip", "role": "host-tool", "size": 7}


@pytest.fixture
def draft(maintainer: Any) -> Draft:
    files = bundle_files("palstek", "install-from-storage")
    files["packages/wattlaeufer.yaml"] += b'demands: "( platform >= 12 )"\n'
    return bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft


def post(client: Client, path: str, **body: Any) -> Any:
    return client.post(HOME + path, json.dumps(body), content_type="application/json")


def test_a_file_comes_as_it_was_typed_and_is_written_anew(
    client_of_maintainer: Client, draft: Draft
) -> None:
    found = client_of_maintainer.get(f"{HOME}/wattlaeufer").json()
    assert found["body"]["demands"] == "( platform >= 12 )"
    body = found["body"] | {"licence": "ask the author", "least_base": "PS-12.4.7-KU.r3"}
    answer = post(
        client_of_maintainer, "", seen=found["seen"], replaces="wattlaeufer", body=body
    ).json()
    draft.refresh_from_db()
    assert draft.fingerprint == answer["fingerprint"] != found["seen"]
    package = load_bundle(draft).world.packages["wattlaeufer"]
    assert (package.licence, package.least_base) == ("ask the author", "PS-12.4.7-KU.r3")


def test_a_new_file_is_added_and_taken_out_again(
    client_of_maintainer: Client, draft: Draft
) -> None:
    empty = client_of_maintainer.get(f"{HOME}/new").json()
    assert empty["body"] == {}
    body = NEW | {"sha256": "ab" * 32, "versions": {"least": "4.2", "never": ["4.3"]}}
    added = post(client_of_maintainer, "", seen=empty["seen"], body=body).json()
    draft.refresh_from_db()
    assert "lotse-zip" in load_bundle(draft).guide.files
    twice = post(client_of_maintainer, "", seen=added["fingerprint"], body=body)
    assert "in the set already" in twice.json()["at"][0]["message"]
    gone = post(client_of_maintainer, "/lotse-zip/remove", seen=added["fingerprint"]).json()
    assert gone["fingerprint"] == empty["seen"]


@pytest.mark.parametrize(
    ("path", "body", "status", "says"),
    [
        ("", {"replaces": "wattlaeufer", "body": NEW}, 422, "the id stays"),
        ("", {"body": NEW | {"size": 0}}, 422, "greater than or equal to 1"),
        ("", {"body": NEW | {"variants": ["M7"]}}, 422, "palstek has no variant M7"),
        ("/wattlaeufer/remove", {}, 422, "uses it; take it out of the steps"),
        ("/nothing/remove", {}, 404, "The draft has no file nothing"),
        ("", {"body": NEW, "seen": "sha256:0"}, 409, "was replaced since"),
    ],
)
def test_what_is_refused_leaves_the_draft(
    client_of_maintainer: Client,
    draft: Draft,
    path: str,
    body: dict[str, Any],
    status: int,
    says: str,
) -> None:
    answer = post(client_of_maintainer, path, **({"seen": draft.fingerprint} | body))
    assert answer.status_code == status
    problem = answer.json()
    assert says in " ".join([problem["message"], *(p["message"] for p in problem["at"])])
    assert Draft.objects.get().fingerprint == draft.fingerprint
