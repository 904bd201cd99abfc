"""A folder of bundles into a site's drafts and back, over the site's real API."""

import json
from collections.abc import Mapping
from pathlib import Path
from typing import Any

import pytest
from django.test import Client
from django.utils import timezone
from typer.testing import CliRunner

from anleitung.accounts.services.tokens import make_token, revoke_token
from anleitung.audit.record import note
from anleitung.command.main import app
from anleitung.command.site import Site, SiteRefused, over_network
from anleitung.command.sync import Folder, SyncRefused, pull, push
from anleitung.guides.models import Draft
from tests.conftest import NOW
from tests.core.bundles import edited_files


def send(method: str, path: str, headers: Mapping[str, str], body: bytes) -> tuple[int, bytes]:
    """In place of the network."""
    given = dict(headers)
    kind = given.pop("Content-Type", "application/json")
    answer = Client().generic(method, path, body, kind, headers=given)
    got = b"".join(answer.streaming_content) if answer.streaming else answer.content  # type: ignore[arg-type]
    return answer.status_code, got


@pytest.fixture
def site(maintainer: Any) -> Site:
    _, secret = make_token(actor=maintainer, name="ci", scopes=["read", "draft"], now=NOW)
    return Site(secret, send)


def written(home: Path, name: str, *edits: tuple[str, str, str]) -> Path:
    for file, content in edited_files(name, edits).items():
        path = home / name / file
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_bytes(content)
    return home / name


EDIT = ("guide.yaml", "title: ", "title: Carefully ")


def test_push_is_answered_with_the_proof_and_does_nothing_twice(site: Site, tmp_path: Path) -> None:
    written(tmp_path, "unlock")
    written(tmp_path, "base-update")
    first = {done.guide: done for done in push(site, tmp_path)}
    assert {d.outcome for d in first.values()} == {"sent"}
    assert first["palstek/unlock"].stops == 0
    faulty = first["palstek/base-update"]
    assert (faulty.stops, len(faulty.findings) >= 1) == (1, True)
    assert "image in radio is for another variant" in faulty.findings[0]
    before = list(Draft.objects.values_list("fingerprint", "updated_at"))
    assert {done.outcome for done in push(site, tmp_path)} == {"same"}
    assert list(Draft.objects.values_list("fingerprint", "updated_at")) == before


def test_what_somebody_wrote_meanwhile_is_not_written_over(
    site: Site, maintainer: Any, tmp_path: Path
) -> None:
    home = written(tmp_path / "ours", "unlock").parent
    list(push(site, home))
    theirs = written(tmp_path / "theirs", "unlock", EDIT).parent
    Folder.at(theirs).keep("palstek/unlock", Draft.objects.get().fingerprint)
    assert [d.outcome for d in push(site, theirs)] == ["sent"]
    written(tmp_path / "ours", "unlock", ("guide.yaml", "title: ", "title: Slowly "))
    assert [d.outcome for d in push(site, home)] == ["clash"]
    assert Draft.objects.get().title.startswith("Carefully")
    assert [d.outcome for d in push(site, home, replace=True)] == ["sent"]
    assert Draft.objects.get().title.startswith("Slowly")


def test_pull_fetches_what_push_would_send(revision: Any, site: Site, tmp_path: Path) -> None:
    written(tmp_path / "in", "unlock")
    list(push(site, tmp_path / "in"))
    out = tmp_path / "out"
    assert {d.guide: d.outcome for d in pull(site, out)} == {
        "palstek/clean-install": "fetched",
        "palstek/unlock": "fetched",
    }
    assert {d.outcome for d in pull(site, out)} == {"same"}
    assert {d.outcome for d in push(site, out)} == {"same", "published"}
    guide = out / "palstek/unlock/guide.yaml"
    guide.write_text(guide.read_text().replace("title: ", "title: Here "))
    assert {d.outcome for d in pull(site, out)} == {"same", "clash"}
    assert "title: Here " in guide.read_text()
    assert {d.outcome for d in pull(site, out, replace=True)} == {"same", "fetched"}
    assert "title: Here " not in guide.read_text()


def test_what_is_refused_is_said_and_the_rest_goes_on(site: Site, tmp_path: Path) -> None:
    written(tmp_path, "unlock")
    broken = tmp_path / "broken"
    broken.mkdir()
    (broken / "guide.yaml").write_text("steps: [")
    told = {d.guide: d.outcome for d in push(site, tmp_path)}
    assert told == {"broken": "refused", "palstek/unlock": "sent"}
    (tmp_path / ".anleitung.json").write_text("{")
    with pytest.raises(SyncRefused, match="Delete it to begin anew"):
        list(push(site, tmp_path))
    with pytest.raises(SyncRefused, match="no folder"):
        list(push(site, tmp_path / "nowhere"))


def test_a_token_that_does_not_stand(maintainer: Any, tmp_path: Path) -> None:
    written(tmp_path, "unlock")
    made, secret = make_token(actor=maintainer, name="r", scopes=["read"], now=NOW)
    assert [d.outcome for d in push(Site(secret, send), tmp_path)] == ["refused"]
    revoke_token(actor=maintainer, number=made.pk, now=NOW)
    with pytest.raises(SiteRefused, match="does not stand"):
        list(pull(Site(secret, send), tmp_path / "out"))
    assert not Draft.objects.exists()
    for address in ("ftp://example.test", "example.test", "http://example.test"):
        with pytest.raises(SiteRefused):
            over_network(address)


def test_the_record_is_checked_as_a_file(maintainer: Any, tmp_path: Path) -> None:
    for number in range(3):
        note(maintainer, "tried", f"thing {number}", now=NOW)
    maintainer.is_superuser = True
    maintainer.save()
    _, secret = make_token(actor=maintainer, name="a", scopes=["read"], now=timezone.now())
    lines = Site(secret, send).download("/record.jsonl").decode().splitlines()
    assert "mira" not in "".join(lines)
    file = tmp_path / "record.jsonl"

    def audit(*kept: str, head: str = "") -> tuple[int, str]:
        file.write_text("".join(f"{line}\n" for line in kept))
        done = CliRunner().invoke(app, ["audit", str(file), *(["--head", head] if head else [])])
        return done.exit_code, done.output

    head = json.loads(lines[-1])["digest"]
    assert audit(*lines, head=head)[0] == 0
    assert "is not known without --head" in audit(*lines)[1]
    assert audit(*lines[:-1], head=head) == (
        1,
        "The record does not hold: the record does not hold the entry that was written down.\n",
    )
    assert "entry 2 is missing" in audit(lines[0], *lines[2:])[1]
    assert (
        "entry 2 was changed" in audit(lines[0], lines[1].replace("thing", "tking"), *lines[2:])[1]
    )
    assert audit("no json")[0] == 2
    assert send("GET", "/record.jsonl", {"Authorization": "Bearer guessed"}, b"")[0] == 401
