"""Reading, waiving, remarking: for exactly the state that was seen, and with one outcome each."""

from datetime import timedelta
from typing import Any

import pytest
from django.test import Client

from anleitung.accounts.models import Wishes
from anleitung.core.errors import AnleitungError
from anleitung.core.gate.model import GateItem
from anleitung.desk.desk import read_desk
from anleitung.guides.errors import DraftMoved, PublishBlocked
from anleitung.guides.models import Draft
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.delete_draft import delete_draft
from anleitung.review.asked import ask_gate
from anleitung.review.errors import NoSuchRemark, RemarkRefused, ReviewRefused, WaiverRefused
from anleitung.review.models import PassedGate, Remark, Waiver
from anleitung.review.services.publish import publish
from anleitung.review.services.read import ask_review, end_review, note_run, read, review_of
from anleitung.review.services.remark import answer, remark, remarks_of
from anleitung.review.services.waive import take_back, waive
from tests.conftest import NOW
from tests.core.bundles import edited_files
from tests.people import made_maintainer

AT = {"codename": "palstek", "slug": "unlock"}
DAY = timedelta(days=1)
REASON = "Told in the text, and tried on both variants."


@pytest.fixture
def draft(maintainer: Any) -> Draft:
    files = edited_files("unlock", ())
    return bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft


@pytest.fixture
def other(maintainer: Any) -> Any:
    return made_maintainer("jolle")


def at(draft: Draft, **more: Any) -> dict[str, Any]:
    return {**AT, "seen": draft.fingerprint, "now": NOW} | more


def edited(actor: Any, draft: Draft) -> Draft:
    files = edited_files("unlock", [("guide.yaml", "title: ", "title: Again: ")])
    files["guide.yaml"] = files["guide.yaml"].replace(b"Again: ", b"Again, ")
    return bring_in(actor=actor, files=files, replaces=draft.fingerprint, now=NOW).draft


def items(actor: Any, draft: Draft) -> list[GateItem]:
    gate = ask_gate(actor=actor, draft=draft, now=NOW)
    return [item for line in gate.lines for item in line.items if item.key and not item.waiver]


def waive_all(actor: Any, draft: Draft) -> None:
    for item in items(actor, draft):
        waive(actor=actor, key=item.key, reason=REASON, **at(draft))


def test_approved_by_another_and_voided_by_an_edit(
    maintainer: Any, other: Any, draft: Draft
) -> None:
    waive_all(maintainer, draft)
    with pytest.raises(PublishBlocked, match="Second pair of eyes: Nobody else has read"):
        publish(actor=maintainer, **at(draft))
    read(actor=other, verdict="approve", says="", **at(draft))
    assert ask_gate(actor=maintainer, draft=draft, now=NOW).is_open
    # To the one who approved it, nobody else did.
    assert not ask_gate(actor=other, draft=draft, now=NOW).is_open
    moved = edited(maintainer, draft)
    with pytest.raises(PublishBlocked, match="Second pair of eyes"):
        publish(actor=maintainer, **at(moved))
    with pytest.raises(DraftMoved):
        read(actor=other, verdict="approve", says="", **at(draft))
    read(actor=other, verdict="approve", says="", **at(moved))
    revision = publish(actor=maintainer, **at(moved))
    passed = PassedGate.objects.get(revision=revision)
    assert passed.pair == "approved"
    page = Client().get(f"/r/{revision.short}").content.decode()
    assert "Approved by jolle" in page
    for item in Waiver.objects.all():
        assert item.reason == REASON
    assert page.count(REASON) == Waiver.objects.count()


def test_alone_a_day_later_and_readers_see_whose_word_it_is(maintainer: Any, draft: Draft) -> None:
    waive_all(maintainer, draft)
    read(actor=maintainer, verdict="", says="", **at(draft))
    read(actor=maintainer, verdict="approve", says="", **at(draft, now=NOW + DAY / 2))
    with pytest.raises(PublishBlocked, match="Alone, read it again from 2 November"):
        publish(actor=maintainer, **at(draft, now=NOW + DAY / 2))
    read(actor=maintainer, verdict="", says="", **at(draft, now=NOW + DAY))
    revision = publish(actor=maintainer, **at(draft, now=NOW + DAY))
    assert "one person’s word" in Client().get(f"/r/{revision.short}").content.decode()


def test_a_run_counts_for_what_was_run(maintainer: Any, other: Any, draft: Draft) -> None:
    waive_all(maintainer, draft)
    note_run(actor=other, phone="M6, on PS-12.4.7-KU.r3", ended_well=True, says="", **at(draft))
    assert ask_gate(actor=maintainer, draft=draft, now=NOW).pair == "run"
    assert ask_gate(actor=maintainer, draft=edited(maintainer, draft), now=NOW).pair == ""


def test_a_waiver_is_for_one_thing_and_is_taken_back(maintainer: Any, draft: Draft) -> None:
    [first, *_] = items(maintainer, draft)
    waive(actor=maintainer, key=first.key, reason=REASON, **at(draft))
    assert first.key not in {item.key for item in items(maintainer, draft)}
    with pytest.raises(WaiverRefused, match="let this stand already"):
        waive(actor=maintainer, key=first.key, reason=REASON, **at(draft))
    take_back(actor=maintainer, key=first.key, now=NOW, **AT)
    assert first.key in {item.key for item in items(maintainer, draft)}
    with pytest.raises(WaiverRefused, match="Nobody lets this stand any more"):
        take_back(actor=maintainer, key=first.key, now=NOW, **AT)


def test_in_review_and_on_the_desk_of_the_others(
    maintainer: Any, other: Any, draft: Draft, mailoutbox: list[Any]
) -> None:
    for user in (maintainer, other):
        user.email = f"{user.username}@example.test"
        user.save()
        Wishes.objects.create(user=user, reviews=user == other)

    def asked_of(actor: Any) -> list[str]:
        groups = read_desk(actor=actor, now=NOW).groups
        return [m.text for g in groups if g.kind == "review" for m in g.matters]

    with pytest.raises(ReviewRefused, match="not in review"):
        end_review(actor=maintainer, now=NOW, **AT)
    ask_review(actor=maintainer, says="The wait is new.", **at(draft))
    [told] = asked_of(other)
    assert "mira.f asks you to read" in told
    assert "The wait is new." in told
    assert asked_of(maintainer) == []
    assert [(mail.to, "The wait is new." in mail.body) for mail in mailoutbox] == [
        (["jolle@example.test"], True)
    ]
    with pytest.raises(ReviewRefused, match=r"mira\.f asked for a review already"):
        ask_review(actor=other, says="", **at(draft))
    read(actor=other, verdict="changes", says="Name the carrier's wait.", **at(draft))
    assert asked_of(other) == []
    assert asked_of(maintainer) == [f"jolle asks for changes of “{draft.title}”."]
    waive_all(maintainer, draft)
    with pytest.raises(PublishBlocked, match="jolle asks for changes: Name the carrier's wait"):
        publish(actor=maintainer, **at(draft))
    end_review(actor=maintainer, now=NOW, **AT)
    assert review_of(draft) is None
    ask_review(actor=maintainer, says="", **at(draft))
    delete_draft(actor=maintainer, seen=draft.fingerprint, now=NOW, **AT)
    assert review_of(draft) is None


def test_a_remark_stays_with_its_row(maintainer: Any, other: Any, draft: Draft) -> None:
    row = "unlock"
    made = remark(actor=other, kind="row", place=row, text="Which key?", now=NOW, **AT)
    assert made.quote
    waive_all(maintainer, draft)
    read(actor=other, verdict="approve", says="", **at(draft))
    with pytest.raises(PublishBlocked, match="Remarks: jolle: Which key"):
        publish(actor=maintainer, **at(draft))
    moved = edited(maintainer, draft)
    assert [r.place for r in remarks_of(moved)] == [row]
    answer(actor=maintainer, number=made.pk, text="Volume up.", turn="resolved", now=NOW, **AT)
    assert Remark.objects.get().resolved_by == maintainer
    with pytest.raises(RemarkRefused, match="resolved already"):
        answer(actor=maintainer, number=made.pk, text="", turn="resolved", now=NOW, **AT)
    answer(actor=other, number=made.pk, text="", turn="reopened", now=NOW, **AT)
    assert Remark.objects.get().resolved_by is None


@pytest.mark.parametrize(
    ("what", "error"),
    [
        (lambda a, d: waive(actor=a, key="0" * 32, reason=REASON, **at(d)), WaiverRefused),
        (lambda a, d: waive(actor=a, key="", reason=REASON, **at(d)), WaiverRefused),
        (lambda a, d: waive(actor=a, key="0" * 32, reason="short", **at(d)), WaiverRefused),
        (lambda a, d: waive(actor=a, key="x", reason=REASON, **at(d, seen="y")), DraftMoved),
        (lambda a, d: read(actor=a, verdict="changes", says="no", **at(d)), ReviewRefused),
        (lambda a, d: ask_review(actor=a, says="x" * 3_000, **at(d)), ReviewRefused),
        (lambda a, d: ask_review(actor=a, says="", **at(d, seen="old")), DraftMoved),
        (
            lambda a, d: note_run(actor=a, phone="M6", ended_well=True, says="", **at(d)),
            ReviewRefused,
        ),
        (
            lambda a, d: note_run(actor=a, phone="an M6", ended_well=False, says="", **at(d)),
            ReviewRefused,
        ),
        (
            lambda a, d: remark(actor=a, kind="row", place="gone", text="x", now=NOW, **AT),
            RemarkRefused,
        ),
        (
            lambda a, d: remark(actor=a, kind="file", place="gone", text="x", now=NOW, **AT),
            RemarkRefused,
        ),
        (
            lambda a, d: remark(actor=a, kind="head", place="__class__", text="x", now=NOW, **AT),
            RemarkRefused,
        ),
        (
            lambda a, d: remark(actor=a, kind="head", place="title", text=" ", now=NOW, **AT),
            RemarkRefused,
        ),
        (
            lambda a, d: answer(actor=a, number=9, text="x", turn="", now=NOW, **AT),
            NoSuchRemark,
        ),
    ],
)
def test_what_is_refused_leaves_nothing_behind(
    maintainer: Any, draft: Draft, what: Any, error: type[AnleitungError]
) -> None:
    with pytest.raises(error):
        what(maintainer, draft)
    assert not Waiver.objects.exists()
    assert not Remark.objects.exists()
