"""Files taken into a draft: names become ids, what is known stays, nothing else moves."""

from hashlib import sha256
from typing import Any

import pytest

from anleitung.accounts.roles import NotAllowed
from anleitung.demo.bundles import bundle_files
from anleitung.guides.load import load_bundle
from anleitung.guides.models import Draft
from anleitung.guides.services.add_files import NewFile, add_files
from anleitung.guides.services.bring_in import bring_in
from tests.conftest import NOW


@pytest.fixture
def draft(maintainer: Any) -> Draft:
    files = bundle_files("palstek", "clean-install")
    return bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft


def new(name: str, content: bytes = b"x", role: str = "other") -> NewFile:
    return NewFile(name, role, len(content), {"sha256": sha256(content).hexdigest()})


def add(actor: Any, draft: Draft, *files: NewFile) -> Draft:
    return add_files(
        actor=actor,
        codename="palstek",
        slug="clean-install",
        seen=draft.fingerprint,
        files=files,
        now=NOW,
    )


@pytest.mark.parametrize(
    ("name", "made"),
    [
        ("Beiboot mini (12).zip", "beiboot-mini-12"),
        ("12-band.img", "band"),
        ("ä.zip", "file"),
        ("noending", "noending"),
        ("radio-m6.bin", "radio-m6-2"),
        ("x" * 140 + ".img", "x" * 50),
    ],
)
def test_name_becomes_an_id_of_its_own(name: str, made: str, maintainer: Any, draft: Draft) -> None:
    before = {p.id for p in load_bundle(draft).packages}
    after = {p.id: p for p in load_bundle(add(maintainer, draft, new(name))).packages}
    assert set(after) - before == {made}
    assert after[made].name == name


def test_two_that_would_have_one_id_get_two(maintainer: Any, draft: Draft) -> None:
    taken = load_bundle(add(maintainer, draft, new("a b.img"), new("a-b.img", b"y")))
    assert {p.name: p.id for p in taken.packages if p.name.startswith("a")} == {
        "a b.img": "a-b",
        "a-b.img": "a-b-2",
    }
    assert taken.guide.files[-2:] == ("a-b", "a-b-2")


def test_new_bytes_under_a_known_name_keep_what_is_known(maintainer: Any, draft: Draft) -> None:
    before = {p.id: p for p in load_bundle(draft).packages}["wattlaeufer"]
    taken = load_bundle(add(maintainer, draft, new(before.name, b"newer")))
    after = {p.id: p for p in taken.packages}["wattlaeufer"]
    assert (after.size, after.sha256) == (5, sha256(b"newer").hexdigest())
    assert after.also.given == {}, "digests of the old bytes say nothing of the new ones"
    assert (after.content, after.writes, after.ways) == (
        before.content,
        before.writes,
        before.ways,
    )


def test_guide_device_and_prose_stay_as_they_are(maintainer: Any, draft: Draft) -> None:
    before = load_bundle(draft)
    device = draft.files["device.yaml"]
    taken = add(maintainer, draft, new("add.zip"))
    after = load_bundle(taken)
    assert taken.files["device.yaml"] == device
    assert after.guide.steps == before.guide.steps
    assert after.guide.introduction == before.guide.introduction


def test_only_maintainers_fill_a_draft(draft: Draft, django_user_model: Any) -> None:
    reader = django_user_model.objects.create_user(username="gast")
    with pytest.raises(NotAllowed):
        add(reader, draft, new("add.zip"))
