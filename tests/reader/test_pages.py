"""The pages of readers without script: the check, the report, what they warn of."""

from typing import Any

import pytest
from django.test import Client

from anleitung.guides.models import Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.limits.models import Spent
from anleitung.limits.spend import Limit
from anleitung.reader.course import options_of
from anleitung.reports.evidence import counted_reports, read_evidence
from anleitung.reports.inherit import reports_of
from anleitung.reports.models import Report
from anleitung.reports.services import submit
from anleitung.reports.services.submit import Filled, submit_report
from tests.conftest import NOW
from tests.core.bundles import Edit, bundle, edited_files
from tests.ready import publish

GOOD = {
    "key": "0123456789abcdef",
    "base": " PS-12.4.7-KU.r3 ",
    "variant": "K6",
    "option.data": "clean",
    "ending": "worked",
    "step": "",
}


@pytest.fixture(autouse=True)
def _low_limits(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(submit, "REPORTS", Limit("report", 5, 8))


def page(revision: Revision, **query: str) -> str:
    return Client().get(f"/r/{revision.short}", query).content.decode()


@pytest.mark.parametrize(
    ("query", "says"),
    [
        ({"variant": "M6", "build": "PS-12.4.7-KU.r3"}, "Nothing you gave speaks against it."),
        ({"build": "PS-99-KU.r9"}, "Not known: this build is not in our list"),
        ({}, "It is for phones where all of this is true:"),
        ({"variant": "<b>"}, "It is for phones where all of this is true:"),
    ],
)
def test_check(revision: Revision, query: dict[str, str], says: str) -> None:
    assert says in page(revision, **query)


@pytest.mark.parametrize(
    ("build", "says"),
    [
        (" PS-12.4.7-KU .r3", "Read as PS-12.4.7-KU.r3: spaces were taken out."),
        ("AK-12.4.7-KU.r3", "This build string is for another phone."),
        ("PS-12.4.7-XX.r3", "region XX: palstek has KU, BI, HO"),
        ("PS-12.4.7", "does not read as a Tidewerk build: it fits up to place 9"),
        ("РS-12.4.7-KU.r3", "cyrillic capital letter er"),
    ],
)
def test_pasted_build_is_taken_apart_and_judged(revision: Revision, build: str, says: str) -> None:
    assert says in page(revision, build=build)


def test_check_says_no_with_the_reason(maintainer: Any) -> None:
    edits = [
        ("guide.yaml", "every slot: base >= PS-12.1.0-KU.r1", "every slot: base >= PS-12.4.1-KU.r2")
    ]
    draft = bring_in(
        actor=maintainer, files=edited_files("clean-install", edits), replaces="", now=NOW
    ).draft
    strict = publish(
        actor=maintainer, codename="palstek", slug="clean-install", seen=draft.fingerprint, now=NOW
    )
    text = page(strict, build="PS-12.1.0-KU.r1")
    assert "This guide is not for your phone." in text
    assert "in every slot the firmware base is PS-12.4.1-KU.r2 or newer" in text


def test_page_holds_cautions_commands_of_the_host_and_the_checksum_list(
    revision: Revision,
) -> None:
    text = page(revision, host="kogge")
    assert "./lotse write radio ./radio-12.4.7-m6.img --both" in text
    assert "lotse.exe" not in text
    before, after = text.split("Format data in the recovery")[:2]
    assert "Cut." in before
    assert "This erases all data on the phone." in after
    answer = Client().get(f"/r/{revision.short}/SHA256SUMS")
    lines = answer.content.decode().splitlines()
    assert len(lines) == 6
    assert lines[-1].endswith("  wattlaeufer-5.0-palstek.zip")


def send(revision: Revision, client: Client | None = None, **changed: str) -> Any:
    return (client or Client()).post(f"/r/{revision.short}/report", GOOD | changed)


def test_double_press_counts_once(revision: Revision) -> None:
    client = Client()
    for _ in range(2):
        answer = send(revision, client)
        assert answer.status_code == 302
        assert answer["Location"] == f"/r/{revision.short}?reported=1#report"
    report = Report.objects.get()
    assert (report.base, report.options) == ("PS-12.4.7-KU.r3", {"data": "clean"})
    assert "Thank you. Your report is in." in page(revision, reported="1")


def test_same_key_with_other_answers_is_refused_and_nothing_typed_is_lost(
    revision: Revision,
) -> None:
    send(revision)
    answer = send(revision, ending="dead")
    assert answer.status_code == 409
    assert "This form was sent before with other answers." in answer.content.decode()
    assert 'value="dead" checked' in answer.content.decode()
    assert Report.objects.get().ending == "worked"


def test_faults_stand_at_their_fields_and_answers_stay(revision: Revision) -> None:
    answer = send(
        revision, base="?", variant="M9", ending="", **{"option.data": ""}, step="nowhere"
    )
    text = answer.content.decode()
    assert answer.status_code == 422
    for fault in (
        "Write the build string as the phone showed it",
        "Choose the variant of the phone.",
        "Choose how it ended.",
        "Choose what you did here.",
    ):
        assert fault in text
    assert 'name="base" value="?"' in text
    assert not Report.objects.exists()


def test_script_gets_the_same_faults_as_data(revision: Revision) -> None:
    answer = Client().post(
        f"/r/{revision.short}/report", GOOD | {"ending": ""}, headers={"accept": "application/json"}
    )
    assert (answer.status_code, answer.json()["faults"]) == (
        422,
        {"ending": "Choose how it ended."},
    )


def test_too_many_from_one_address_are_turned_away(revision: Revision) -> None:
    answers = [send(revision, key=f"0123456789abcde{i}") for i in range(6)]
    assert [a.status_code for a in answers] == [302] * 5 + [429]
    assert Report.objects.count() == 5
    other = Client(REMOTE_ADDR="10.0.0.2")
    assert [send(revision, other, key=f"9123456789abcde{i}").status_code for i in range(4)] == [
        302,
        302,
        302,
        429,
    ]


def test_refused_and_replayed_reports_do_not_count(revision: Revision) -> None:
    for _ in range(6):
        assert send(revision, ending="").status_code == 422
    answers = [send(revision, key="0123456789abcdef") for _ in range(9)]
    assert {a.status_code for a in answers} == {302}
    assert Spent.objects.filter(bucket="report all").count() == Report.objects.count() == 1


def test_form_without_its_token_is_refused_in_words(revision: Revision) -> None:
    strict = Client(enforce_csrf_checks=True)
    answer = strict.post(f"/r/{revision.short}/report", GOOD)
    assert (answer.status_code, "without its cookie" in answer.content.decode()) == (403, True)
    strict.get(f"/r/{revision.short}")
    answer = strict.post(f"/r/{revision.short}/report", GOOD)
    assert "did not come from this site" in answer.content.decode()
    answer = strict.post(f"/r/{revision.short}/report", GOOD | {"csrfmiddlewaretoken": "x" * 64})
    assert "The form was open for too long" in answer.content.decode()


def report(revision: Revision, number: int, *, source: str = "", **changed: str) -> None:
    base, ending = changed.get("base", "PS-12.4.7-KU.r3"), changed.get("ending", "worked")
    submit_report(
        revision=revision,
        filled=Filled(base, changed.get("variant", "M6"), {"data": "clean"}, ending, ""),
        key=f"report-{number:010}",
        source=source or f"source{number}",
        now=NOW,
    )


def test_first_report_of_a_sender_counts_for_one_set_of_values(revision: Revision) -> None:
    report(revision, 1, source="same", ending="hangs")
    report(revision, 2, source="same", ending="worked")
    report(revision, 3, source="same", ending="worked", base="PS-12.4.1-KU.r2")
    report(revision, 4)
    assert [r.ending.value for r in counted_reports(reports_of(revision))] == [
        "hangs",
        "worked",
        "worked",
    ]


def test_flag_is_shown_and_called_not_known_for_the_next_revision(
    maintainer: Any, revision: Revision
) -> None:
    for i in range(60):
        report(revision, i)
    for i in range(60, 84):
        report(revision, i, base="PS-12.2.0-BI.r1", ending="hangs")
    flag = "Base build PS-12.2.0-BI.r1: 24 of 24 reported runs failed; of the others 0 of 60."
    assert f"<b>Readers report failures.</b> {flag}" in page(revision)
    mine = page(revision, build="PS-12.2.0-BI.r1")
    assert "Do not begin: readers report failures on phones like yours." in mine
    assert "Nothing you gave speaks against it." not in mine
    assert "Do not begin" not in page(revision, build="PS-12.4.7-KU.r3")
    words = published_with(maintainer, ("guide.yaml", "title: Install", "title: Put"))
    text = page(words)
    # Other words do the same to every phone: what was reported still speaks.
    assert f"<b>Readers report failures.</b> {flag}" in text
    assert "84 of them for an earlier version, which does the same" in text
    assert "not yet known for this one" not in text
    assert "There is a newer version:" in page(revision)
    narrow = ("guide.yaml", "bootloader is unlocked", "variant is K6 and bootloader is unlocked")
    second = published_with(maintainer, narrow)
    text = page(second)
    assert f"<b>Reported for 1.0.1, not yet known for this one.</b> {flag}" in text
    assert "Readers report failures" not in text
    told = read_evidence(second, now=NOW)
    broken = {"it is not admitted any more": 84}
    assert [(each.speak, each.broken) for each in told.carried] == [(0, broken)]
    # A report of the first that comes in late counts for both that it speaks for.
    report(revision, 90, variant="K6")
    assert [read_evidence(each, now=NOW).counted.runs for each in (words, second)] == [85, 1]


def published_with(actor: Any, *edits: Edit) -> Revision:
    files = edited_files("clean-install", edits)
    draft = bring_in(actor=actor, files=files, replaces="", now=NOW).draft
    at = {"codename": "palstek", "slug": "clean-install"}
    return publish(actor=actor, **at, seen=draft.fingerprint, now=NOW)


@pytest.mark.parametrize(
    "path", ["/r/000000000000", "/c/poller", "/c/palstek/guides/x", "/nowhere"]
)
def test_nothing_here_is_said_in_words(path: str, db: None) -> None:
    answer = Client().get(path)
    assert answer.status_code == 404
    assert "Page not found" in answer.content.decode()


def test_reader_pages_by_codename_lead_to_the_newest_revision(revision: Revision) -> None:
    assert revision.title in Client().get("/c/palstek").content.decode()
    answer = Client().get("/c/palstek/guides/clean-install")
    assert answer["Location"] == f"/r/{revision.short}"
    assert Client().get("/c/")["Location"] == "/login?next=/c/"


def test_pages_forbid_inline_script_and_foreign_hosts(revision: Revision) -> None:
    policy = Client().get(f"/r/{revision.short}")["Content-Security-Policy"]
    assert "script-src 'self'" in policy
    assert "default-src 'none'" in policy
    assert "unsafe" not in policy


def test_what_helped_is_asked_counted_and_only_of_this_guide(
    revision: Revision, client_of_maintainer: Client
) -> None:
    text = page(revision)
    assert "Did one of these help on the way?" in text
    assert '<option value="install-wattlaeufer/2">Take a cable that carries data' in text
    sent = Client().post(f"/r/{revision.short}/report", GOOD | {"helped": "install-wattlaeufer/2"})
    assert sent.status_code == 302
    other = GOOD | {"key": "another-key-of-16", "helped": "install-wattlaeufer/9"}
    refused = Client().post(f"/r/{revision.short}/report", other)
    assert refused.status_code == 422
    shown = client_of_maintainer.get(f"/api/revisions/{revision.short}").json()
    assert shown["helped"] == {"install-wattlaeufer/2": 1}


def test_course_is_told_to_readers(revision: Revision) -> None:
    text = page(revision)
    assert "without interruptions" in text
    assert "<dt>Battery</dt><dd>more than half full</dd>" in text
    assert "<b>harmless here</b>. Go on. The data was made anew a moment ago" in text
    assert "<caption>What shall become of the data on the phone?</caption>" in text
    assert "Advised, since it spares apps with their settings and photos and files." in text


def test_choices_are_those_of_the_readers_phone() -> None:
    [everybody] = options_of(bundle("clean-install"), {})
    assert [c.is_open for c in everybody.choices] == [True, True]
    [on_stock] = options_of(bundle("clean-install"), {"system": "stock"})
    assert [(c.is_open, c.advised) for c in on_stock.choices] == [(True, True), (False, False)]
    assert on_stock.why == "it is the only one for this phone"
    # A phone that the guide turns away sees what the choices are for others.
    [away] = options_of(bundle("clean-install"), {"base": "PS-13.0.2-KU.r4"})
    assert away == everybody


def test_readers_are_told_where_to_look_and_what_to_have_ready(maintainer: Any) -> None:
    """The check of the admission, a step that asks, and what must be at hand before the first."""
    changed = [
        ("guide.yaml", "promise:\n", "at_hand: [account]\npromise:\n"),
        ("guide.yaml", "that: system is wattlaeufer", "that: bootloader is unlocked"),
    ]
    files = edited_files("clean-install", changed)
    draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    made = publish(
        actor=maintainer, codename="palstek", slug="clean-install", seen=draft.fingerprint, now=NOW
    )
    text = page(made)
    assert "Where you see that on your phone" in text
    assert "<li>Bootloader: the first screen after switching on, for example" in text
    assert "<dt>Have ready</dt><dd>the name and password of the account" in text
    assert "Where to look. Bootloader: the first screen after switching on" in text
    assert "which is the switch that permits unlocking" in text
    # A branch on the variant tells of each how it is told apart.
    assert "Where to look. M6: “M6” in the last line of the sticker inside the card tray" in text
