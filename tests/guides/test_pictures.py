"""Pictures of stored guides: brought in, added, taken away, served, and in the bundle again."""

import zipfile
from io import BytesIO
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import DatabaseError, transaction
from django.test import Client

from anleitung.core.formats.read_bundle import read_bundle, read_zip
from anleitung.demo.bundles import bundle_files
from anleitung.guides.load import load_bundle
from anleitung.guides.models import Draft, StoredPicture
from anleitung.guides.services.bring_in import bring_in
from tests.conftest import NOW
from tests.core.formats.test_pictures import SECRET, photo


@pytest.fixture
def draft(maintainer: Any) -> Draft:
    files = bundle_files("palstek", "unlock")
    return bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft


def add(client: Client, draft: Draft, **more: str) -> Any:
    form = {"step": "unlock", "alt": "the page that asks", "seen": draft.fingerprint, **more}
    form["picture"] = SimpleUploadedFile("photo.jpg", photo())  # type: ignore[assignment]
    return client.post("/api/drafts/palstek/unlock/pictures", form)


def pictures(page: Any, step: str) -> list[dict[str, Any]]:
    return next(r["pictures"] for r in page["sheet"]["rows"] if r["id"] == step)


def test_a_picture_comes_with_its_bundle_and_goes_with_it(
    client_of_maintainer: Client, draft: Draft
) -> None:
    stored = StoredPicture.objects.get()
    page = client_of_maintainer.get("/api/drafts/palstek/unlock").json()
    shown = pictures(page, "allow-unlocking")[0]
    served = Client().get(shown["path"])
    assert served.content == bytes(stored.content)
    assert (served["Content-Type"], served["X-Content-Type-Options"]) == ("image/webp", "nosniff")
    answer = client_of_maintainer.get("/api/drafts/palstek/unlock/bundle.zip")
    assert read_bundle(read_zip(answer.content)).fingerprint == draft.fingerprint
    with zipfile.ZipFile(BytesIO(answer.content)) as archive:
        assert f"pictures/{stored.sha256}.webp" in archive.namelist()


def test_an_added_photo_is_cleaned_and_can_be_taken_away(
    client_of_maintainer: Client, draft: Draft
) -> None:
    taken = add(client_of_maintainer, draft).json()
    page = client_of_maintainer.get("/api/drafts/palstek/unlock").json()
    assert page["fingerprint"] == taken["fingerprint"]
    added = pictures(page, "unlock")[0]
    content = bytes(StoredPicture.objects.get(sha256=added["sha256"]).content)
    assert SECRET not in content
    draft.refresh_from_db()
    assert draft.fingerprint == page["fingerprint"]
    assert load_bundle(draft).guide.steps[3].id == "allow-unlocking"
    body = {"seen": draft.fingerprint, "step": "unlock", "sha256": added["sha256"]}
    client_of_maintainer.post(
        "/api/drafts/palstek/unlock/pictures/remove", body, content_type="application/json"
    )
    left = client_of_maintainer.get("/api/drafts/palstek/unlock").json()
    assert pictures(left, "unlock") == []
    assert len(pictures(left, "allow-unlocking")) == 1


@pytest.mark.parametrize(
    ("more", "status", "code"),
    [
        ({"alt": "no"}, 422, "invalid-picture"),
        ({"step": "dance"}, 404, "no-such-step"),
        ({"seen": "sha256:" + "0" * 64}, 409, "draft-moved"),
    ],
)
def test_what_is_refused_leaves_the_draft_as_it_was(
    client_of_maintainer: Client, draft: Draft, more: dict[str, str], status: int, code: str
) -> None:
    answer = add(client_of_maintainer, draft, **more)
    assert (answer.status_code, answer.json()["code"]) == (status, code)
    assert Draft.objects.get().fingerprint == draft.fingerprint


def test_a_stored_picture_never_changes(draft: Draft) -> None:
    with pytest.raises(DatabaseError, match="never change"), transaction.atomic():
        StoredPicture.objects.update(kind="png")


def test_no_picture_under_a_foreign_digest(db: None) -> None:
    assert Client().get(f"/pictures/{'0' * 64}").status_code == 404
