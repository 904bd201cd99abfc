"""Contested stops: two people, for exactly one state, and readers see it."""

from typing import Any

import pytest
from django.test import Client

from anleitung.demo.bundles import bundle_files
from anleitung.guides.errors import ContestRefused, DraftMoved, PublishBlocked
from anleitung.guides.models import Contest, Draft
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.contest import contest, sign
from anleitung.guides.services.fix import Which
from tests.conftest import NOW
from tests.people import made_maintainer
from tests.ready import publish

STOP = Which("firmware-of-another-variant", "radio", "start")
WHY = "The radio of both chips is the same file since 12.4; tried on two K6."
AT = {"codename": "palstek", "slug": "base-update"}


@pytest.fixture
def draft(maintainer: Any) -> Draft:
    files = bundle_files("palstek", "base-update")
    return bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft


@pytest.fixture
def other(maintainer: Any) -> Any:
    return made_maintainer("jolle")


def contested(actor: Any, draft: Draft, **more: Any) -> Contest:
    wanted = {"seen": draft.fingerprint, "which": STOP, "reason": WHY} | more
    return contest(actor=actor, now=NOW, **AT, **wanted)


def test_two_signatures_let_it_be_published_and_readers_see_why(
    maintainer: Any, other: Any, draft: Draft
) -> None:
    made = contested(maintainer, draft)
    wanted = {**AT, "seen": draft.fingerprint, "now": NOW}
    with pytest.raises(PublishBlocked, match=r"Stops: .*the image in radio"):
        publish(actor=maintainer, **wanted)
    sign(actor=other, contest_id=made.pk, now=NOW)
    revision = publish(actor=maintainer, **wanted)
    page = Client().get(f"/r/{revision.short}").content.decode()
    assert "mira.f and jolle say this is wrong: “The radio of both chips" in page
    assert "the image in radio is for another variant" in page


@pytest.mark.parametrize(
    ("more", "says"),
    [
        ({"reason": "it works"}, "Say in 20 to 500 characters"),
        ({"which": Which("no-link", "", "start")}, "has no such stop"),
        ({"which": Which("hides-a-modification", "decke", "s3")}, "a step is not published"),
    ],
)
def test_what_is_refused(maintainer: Any, draft: Draft, more: dict[str, Any], says: str) -> None:
    with pytest.raises(ContestRefused, match=says):
        contested(maintainer, draft, **more)
    assert not Contest.objects.exists()


def test_nobody_signs_their_own_contest_or_signs_twice(
    maintainer: Any, other: Any, draft: Draft
) -> None:
    made = contested(maintainer, draft)
    with pytest.raises(ContestRefused, match="somebody else's"):
        sign(actor=maintainer, contest_id=made.pk, now=NOW)
    with pytest.raises(ContestRefused, match="contests this stop already"):
        contested(other, draft)
    sign(actor=other, contest_id=made.pk, now=NOW)
    with pytest.raises(ContestRefused, match="second signature already"):
        sign(actor=other, contest_id=made.pk, now=NOW)


def test_a_changed_draft_is_another_state_and_the_contest_says_nothing_of_it(
    maintainer: Any, other: Any, draft: Draft, client_of_maintainer: Client
) -> None:
    made = contested(maintainer, draft)
    sign(actor=other, contest_id=made.pk, now=NOW)
    page = client_of_maintainer.get("/api/drafts/palstek/base-update").json()
    assert (page["sheet"]["stops"], page["open_stops"]) == (1, 0)
    assert page["contests"][0]["second"] == "jolle"
    files = bundle_files("palstek", "base-update")
    files["guide.yaml"] = files["guide.yaml"].replace(b"title: Bring", b"title: Carry")
    seen = draft.fingerprint
    bring_in(actor=maintainer, files=files, replaces=seen, now=NOW)
    page = client_of_maintainer.get("/api/drafts/palstek/base-update").json()
    assert (page["open_stops"], page["contests"]) == (1, [])
    with pytest.raises(DraftMoved):
        contested(maintainer, draft, seen=seen)
