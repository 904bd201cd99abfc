"""Writing a draft over the API: edits, history, two people at once, beginnings, notes."""

from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth import get_user_model
from django.test import Client
from django.utils import timezone

from anleitung.core.diagrams.run import Budget
from anleitung.guides.load import load_whole
from anleitung.guides.models import DeletedDraft, Draft, DraftState, KeptText, PastedNotes
from anleitung.guides.services.delete_draft import KEPT_FOR, forget_old
from anleitung.storage.recent import Kept
from tests.api.test_api import upload
from tests.kept_rows import made_once
from tests.people import made_maintainer

NOTES = Path(__file__).parents[2] / "anleitung/demo/notes"
AT = "/api/drafts/palstek/clean-install"


def post(client: Client, path: str, body: Any = None, code: int = 200) -> Any:
    answer = client.post(path, body or {}, content_type="application/json")
    assert answer.status_code == code, answer.content[:600]
    return answer.json() if answer.content else None


def edit(client: Client, *edits: Any, code: int = 200) -> Any:
    return post(client, f"{AT}/edits", {"edits": list(edits)}, code)


def row(writing: Any, name: str) -> Any:
    return next(r for r in writing["rows"] if r["id"] == name)


@pytest.fixture
def writer(client_of_maintainer: Client) -> Client:
    made_once("a draft written by mira", lambda: upload(client_of_maintainer))
    return client_of_maintainer


@pytest.fixture
def other(db: None) -> Client:
    client = Client()
    client.force_login(made_maintainer("jan.o"))
    return client


def test_an_edit_is_stored_proved_and_can_be_taken_back(writer: Client) -> None:
    first = writer.get(f"{AT}/writing").json()
    assert (first["undo"], first["state"], first["open"]) == ("", 1, 0)
    assert row(first, "radio-for-m6")["line"] == "flash radio radio-m6 to both slots"
    second = edit(writer, {"op": "remove", "ids": ["charge"]})
    assert second["undo"] == "removed: charge"
    assert len(second["rows"]) == len(first["rows"]) - 1
    assert {f["id"] for r in second["sheet"]["rows"] for f in r["findings"]} >= {"battery-low"}
    third = post(writer, f"{AT}/undo")
    assert third["fingerprint"] == first["fingerprint"]
    assert (third["undo"], third["redo"]) == ("", "removed: charge")
    assert post(writer, f"{AT}/redo")["fingerprint"] == second["fingerprint"]
    assert post(writer, f"{AT}/redo", code=409)["code"] == "nothing-to-undo"
    states = writer.get(f"{AT}/states").json()["states"]
    assert [(s["says"], s["here"]) for s in states] == [
        ("removed: charge", True),
        ("imported", False),
    ]
    assert writer.get(f"{AT}/states/1").json()["stops"] == 0
    back = post(writer, f"{AT}/set-back", {"number": 1})
    assert (back["fingerprint"], back["undo"]) == (first["fingerprint"], "set back to state 1")
    assert post(writer, f"{AT}/set-back", {"number": 99}, code=404)["code"] == "no-such-state"


def test_edits_that_are_sent_again_are_not_done_again(writer: Client, other: Client) -> None:
    """The answer was lost on its way: the page sends the same under the same key."""
    charge = {"op": "duplicate", "ids": ["charge"]}
    first = post(writer, f"{AT}/edits", {"edits": [charge], "key": "one"})
    again = post(writer, f"{AT}/edits", {"edits": [charge], "key": "one"})
    assert again["fingerprint"] == first["fingerprint"]
    assert again["touched"] == first["touched"] != []
    # It is known also where others wrote on meanwhile.
    written = edit(other, {"op": "remove", "ids": ["agree"]})
    late = post(writer, f"{AT}/edits", {"edits": [charge], "key": "one"})
    assert late["fingerprint"] == written["fingerprint"]
    second = post(writer, f"{AT}/edits", {"edits": [charge], "key": "two"})
    assert len(second["rows"]) == len(late["rows"]) + 1
    post(writer, f"{AT}/edits", {"edits": [charge], "key": "not a key"}, code=422)


def test_what_is_no_step_is_asked_about_and_cannot_be_published(writer: Client) -> None:
    told = edit(writer, {"op": "write", "line": "hold the keys", "at": {"after": "agree"}})
    assert told["open"] == 1
    asked = row(told, told["touched"][0])
    assert asked["open"]["text"] == "hold the keys"
    shown = {r["id"]: r for r in told["sheet"]["rows"]}
    assert [f["id"] for f in shown[asked["id"]]["findings"]] == ["open-question"]
    refused = post(writer, f"{AT}/publish", {"seen": told["fingerprint"]}, 409)
    assert refused["code"] == "publish-blocked"
    kept = edit(writer, {"op": "as-prose", "id": asked["id"]})
    assert (kept["open"], kept["sheet"]["stops"]) == (0, 0)
    shown = {r["id"]: r for r in kept["sheet"]["rows"]}
    assert "hold the keys" in shown["agree"]["prose"]


def test_half_a_condition_leaves_the_one_before_it_standing(writer: Client) -> None:
    told = edit(writer, {"op": "head", "field": "admission", "value": "bootloader is"})
    assert (told["open"], told["head"]["unread"][0]["text"]) == (1, "bootloader is")
    assert told["head"]["values"]["admission"].startswith("bootloader is unlocked and")
    assert [f["id"] for f in told["sheet"]["general"]] == ["head-unread"]
    whole = {"op": "head", "field": "admission", "value": "bootloader is unlocked"}
    refused = edit(writer, {**whole, "was": "0" * 16}, code=422)
    assert "changed meanwhile" in refused["message"]
    assert edit(writer, whole)["head"]["unread"] == []


def test_edits_of_different_rows_merge_and_of_one_row_both_stand(
    writer: Client, other: Client
) -> None:
    seen = writer.get(f"{AT}/writing").json()
    mark = row(seen, "charge")["mark"]
    flash = {"action": "flash", "partition": "radio", "file": "radio-m6"}
    edit(other, {"op": "put", "id": "agree", "step": {"action": "connect"}})
    edit(other, {"op": "put", "id": "charge", "was": mark, "step": {"action": "power-off"}})
    told = edit(writer, {"op": "put", "id": "charge", "was": mark, "step": flash})
    assert row(told, "agree")["line"] == "connect"
    clash = row(told, "charge")["open"]
    assert (clash["about"], [p["says"] for p in clash["picks"]]) == (
        "clash",
        ["as it stands, last written by jan.o", "as mira.f wrote it"],
    )
    taken = edit(writer, {"op": "pick", "id": "charge", "number": 0})
    assert row(taken, "charge")["line"] == "power off"
    # A row that the other one removed meanwhile is not lost either.
    edit(other, {"op": "remove", "ids": ["see-phone"]})
    late = edit(writer, {"op": "put", "id": "see-phone", "after": "agree", "step": flash})
    assert row(late, "see-phone")["open"]["says"].startswith(
        "This row was removed while mira.f wrote it"
    )


def test_who_else_writes_is_seen_with_what_they_wrote(writer: Client, other: Client) -> None:
    mine = writer.get(f"{AT}/writing").json()
    here = {"row": "charge", "fingerprint": mine["fingerprint"]}
    assert post(other, f"{AT}/here", here) == {"writers": [], "writing": None}
    told = post(writer, f"{AT}/here", {"row": "", "fingerprint": mine["fingerprint"]})
    assert told["writers"] == [{"name": "jan.o", "row": "charge"}]
    edit(other, {"op": "remove", "ids": ["charge"]})
    told = post(writer, f"{AT}/here", {"row": "", "fingerprint": mine["fingerprint"]})
    assert "charge" not in {r["id"] for r in told["writing"]["rows"]}


def test_an_open_row_and_a_line_are_told_what_fits(writer: Client) -> None:
    slots = writer.get(f"{AT}/rows/radio-for-m6").json()
    by_field = {p["slot"]["field"]: p["slot"] for p in slots["pieces"] if p["slot"]}
    assert by_field["file"]["shown"] == "radio-12.4.7-m6.img"
    assert [o["value"] for o in by_field["partition"]["offers"]][:2] == ["boot", "ramdisk"]
    told = post(writer, f"{AT}/complete", {"line": "flash radio m6", "before": "which-chip"})
    assert told["offers"][0]["line"] == "flash radio radio-m6 "
    assert {o["adds"] for o in told["offers"]} >= {"firmware-m6"}
    whole = {"line": "flash radio radio-m6 to both slots"}
    assert post(writer, f"{AT}/complete", whole)["reads"].startswith("Flash radio-12.4.7-m6.img")
    about = post(writer, f"{AT}/condition", {"text": "variant is "})
    assert [o["adds"] for o in about["offers"]] == ["K6", "M6"]
    about = post(writer, f"{AT}/condition", {"text": "variant is M6"})
    assert (about["fault"], about["words"]) == ("", ["the variant is M6"])


def test_the_first_proof_of_an_empty_site_from_pasted_notes(writer: Client) -> None:
    """From the notes to the margin that names their dangers."""
    text = (NOTES / "05-mistakes.txt").read_text()
    body = {"how": "notes", "slug": "from-notes", "title": "Wattläufer", "text": text}
    begun = post(
        writer,
        "/api/codenames/palstek/drafts",
        {**body, "aim": "install", "system": "wattlaeufer"},
    )
    assert (begun["slug"], begun["of"]) == ("from-notes", 11)
    assert begun["read"] >= 0.8 * begun["of"]
    told = writer.get("/api/drafts/palstek/from-notes/writing").json()
    assert told["sheet"]["stops"] > 0
    number = told["notes"][0]["notes"]
    kept = writer.get(f"/api/drafts/palstek/from-notes/notes/{number}").json()
    assert kept["text"] == text
    # Each line that is not blank is found in a row or in the introduction.
    lines = {n for n, line in enumerate(text.split("\n"), 1) if line.strip()}
    assert {n["number"] for n in told["notes"]} | {1} == lines


RING = "https://files.tonnenleger.test/rettungsring-3.2-palstek.img"


def test_links_and_digests_of_notes_come_into_the_set(writer: Client) -> None:
    radio, firmware = f"radio-12.4.7-m6.img {'ab' * 32}", f"firmware-12.4.7-m6.img sha1 {'cd' * 20}"
    text = f"get it there: {RING}\n{radio}\n{firmware}"
    body = {"how": "notes", "slug": "with-links", "title": "Links", "text": text}
    post(writer, "/api/codenames/palstek/drafts", {**body, "aim": "base"})
    told = writer.get("/api/drafts/palstek/with-links/writing").json()
    says = {n["number"]: n["says"] for n in told["notes"]}
    assert "the link goes to the sources of rettungsring-3.2-palstek.img" in says[1]
    assert "on record radio-12.4.7-m6.img has another digest" in says[2]
    assert "the digest goes to the file firmware-12.4.7-m6.img" in says[3]
    bundle = load_whole(Draft.objects.get(guide__slug="with-links"))
    assert set(bundle.guide.files) == {"rettungsring", "firmware-m6"}
    packages = {p.id: p for p in bundle.packages}
    assert RING in packages["rettungsring"].sources
    assert packages["firmware-m6"].also.sha1 == "cd" * 20


def test_a_file_that_nobody_knows_is_entered_from_the_notes(writer: Client) -> None:
    name, digest = "neuling-3.3-palstek.img", "ab" * 32
    text = f"get {name} ({digest})\nflash ramdisk {name}"
    body = {"how": "notes", "slug": "with-new", "title": "New", "text": text, "aim": "base"}
    post(writer, "/api/codenames/palstek/drafts", body)
    at = "/api/drafts/palstek/with-new"
    rows = writer.get(f"{at}/writing").json()["rows"]
    told = {"name": name, "sha256": digest, "source": ""}
    assert [r["open"]["files"] for r in rows if r["open"]] == [[told]] * len(rows)
    begun = writer.get(f"{at}/packages/new", told).json()
    whole = begun["body"] | {"role": "ramdisk", "size": 4_000}
    post(writer, f"{at}/packages", {"seen": begun["seen"], "replaces": "", "body": whole})
    after = writer.get(f"{at}/writing").json()
    lines = [r["line"] for r in after["rows"] if r["line"]]
    assert lines == ["get neuling-3-3-palstek", "flash ramdisk neuling-3-3-palstek"]
    assert after["undo"].startswith("file neuling-3-3-palstek; rows read by it: ")
    assert not any(r["open"]["files"] for r in after["rows"] if r["open"])


def test_a_file_that_is_dropped_into_the_set_is_read_in_the_rows_as_well(writer: Client) -> None:
    name = "neuling-3.3-palstek.img"
    body = {"how": "notes", "slug": "dropped", "title": "D", "text": f"get {name}", "aim": "base"}
    post(writer, "/api/codenames/palstek/drafts", body)
    at = "/api/drafts/palstek/dropped"
    seen = writer.get(f"{at}/writing").json()["fingerprint"]
    file = {"name": name, "role": "ramdisk", "size": 4_000, "digests": {"sha256": "ab" * 32}}
    post(writer, f"{at}/files", {"seen": seen, "files": [file]})
    after = writer.get(f"{at}/writing").json()
    assert [r["line"] for r in after["rows"]] == ["get neuling-3-3-palstek"]
    assert after["undo"] == "files added; rows read by them: 1"


def test_who_comes_in_moves_and_only_those_that_come_through_are_admitted(writer: Client) -> None:
    upload(writer, "root", edits=[])
    at = "/api/drafts/palstek/root"
    told = writer.get(f"{at}/writing").json()
    assert (told["who"]["some"], told["who"]["through"]) == (False, told["sheet"]["admitted"])
    assert told["who"]["example"].startswith("a palstek with ")
    refused = post(writer, f"{at}/admit-through", {"seen": told["fingerprint"]}, 422)
    assert refused["code"] == "no-fix"
    # Half of them meet a stop at a check.
    asked = {"action": "check", "that": "variant is M6", "ask": "Is it?", "id": "asked"}
    after = post(
        writer,
        f"{at}/edits",
        {"edits": [{"op": "insert", "steps": [asked], "at": {"before": told["rows"][0]["id"]}}]},
    )
    assert 0 < after["who"]["through"] < after["sheet"]["admitted"]
    assert after["who"]["some"]
    post(writer, f"{at}/admit-through", {"seen": after["fingerprint"]})
    done = writer.get(f"{at}/writing").json()
    assert done["sheet"]["admitted"] == done["who"]["through"] == after["who"]["through"]
    assert "Admit only the phones that come through" in done["undo"]
    assert "variant is M6" in done["head"]["values"]["admission"]
    post(writer, f"{at}/undo")
    assert writer.get(f"{at}/writing").json()["fingerprint"] == after["fingerprint"]


def test_beginnings_that_cannot_be_are_refused_and_leave_nothing(writer: Client) -> None:
    at = "/api/codenames/palstek/drafts"
    good = {"how": "empty", "slug": "new", "title": "New", "aim": "base"}
    for change, says in (
        ({"slug": "clean-install"}, "has a guide clean-install already"),
        ({"slug": "No Slug"}, "id: expected small letters"),
        ({"title": ""}, "title: is empty"),
        ({"aim": "dance"}, "The aim of a guide is one of"),
        ({"system": "kiebitz"}, "No file of palstek brings a system kiebitz"),
    ):
        assert says in post(writer, at, {**good, **change}, 422)["message"]
    missing = post(writer, "/api/codenames/nothing/drafts", good, 404)
    assert missing["code"] == "no-such-document"
    assert Draft.objects.count() == 1
    assert post(writer, at, good)["open"] == 1


def test_a_copy_keeps_where_it_came_from(writer: Client) -> None:
    copied = {"how": "copy", "slug": "mine", "title": "Mine", "source": "palstek/clean-install"}
    post(writer, "/api/codenames/palstek/drafts", copied)
    told = writer.get("/api/drafts/palstek/mine/writing").json()
    assert told["lineage"].startswith("from “Install Wattläufer 5” of palstek, its draft")
    assert told["sheet"]["stops"] == 0


def test_a_deleted_draft_comes_back_for_thirty_days(writer: Client) -> None:
    seen = writer.get(f"{AT}/writing").json()["fingerprint"]
    assert post(writer, f"{AT}/delete", {"seen": "sha256:other"}, 409)["code"] == "draft-moved"
    post(writer, f"{AT}/delete", {"seen": seen}, 204)
    assert writer.get(f"{AT}/writing").status_code == 404
    offered = writer.get("/api/codenames/palstek/beginnings").json()["deleted"]
    assert [(d["slug"], d["by"]) for d in offered] == [("clean-install", "mira.f")]
    assert post(writer, f"{AT}/bring-back")["fingerprint"] == seen
    assert post(writer, f"{AT}/bring-back", code=404)["code"] == "no-such-draft"
    post(writer, f"{AT}/delete", {"seen": seen}, 204)
    forget_old(timezone.now() + KEPT_FOR)
    assert not DeletedDraft.objects.exists()
    assert not DraftState.objects.exists()
    assert not KeptText.objects.exists()


ROUTES = [
    ("get", f"{AT}/writing"),
    ("post", f"{AT}/edits"),
    ("post", f"{AT}/undo"),
    ("post", f"{AT}/redo"),
    ("post", f"{AT}/here"),
    ("get", f"{AT}/rows/charge"),
    ("post", f"{AT}/complete"),
    ("post", f"{AT}/condition"),
    ("get", f"{AT}/states"),
    ("get", f"{AT}/states/1"),
    ("post", f"{AT}/set-back"),
    ("post", f"{AT}/notes"),
    ("get", f"{AT}/notes/1"),
    ("post", f"{AT}/delete"),
    ("post", f"{AT}/bring-back"),
    ("get", "/api/codenames/palstek/beginnings"),
    ("post", "/api/codenames/palstek/drafts"),
    ("post", "/api/messages/in-log"),
    ("get", "/api/codenames/palstek/names"),
    ("get", "/api/codenames/palstek/older?name=x"),
    ("post", "/api/codenames/palstek/look"),
    ("post", "/api/revisions/000000000000/draft"),
    ("post", "/api/codenames/palstek/replace"),
    ("post", "/api/codenames/palstek/take-back"),
]


@pytest.mark.parametrize(("method", "path"), ROUTES)
def test_strangers_and_readers_see_and_write_nothing(
    method: str, path: str, writer: Client
) -> None:
    reader = get_user_model().objects.create_user(username="reader", password="a-long-word")
    client = Client()
    for code in (401, 403):
        answer = getattr(client, method)(path, content_type="application/json")
        assert answer.status_code == code, answer.content
        client.force_login(reader)
    assert DraftState.objects.count() == 1


DEEP = "[" * 3_000 + "]" * 3_000
TOO_MUCH: list[tuple[str, Any]] = [
    ("edits", {"edits": []}),
    ("edits", {"edits": [{"op": "remove", "ids": ["charge"]}] * 201}),
    ("edits", {"edits": [{"op": "dance"}]}),
    ("edits", {"edits": [{"op": "remove", "ids": ["No Id"]}]}),
    ("edits", {"edits": [{"op": "write", "line": "x" * 20_001}]}),
    ("edits", {"edits": [{"op": "put", "id": "charge"}]}),
    ("edits", {"edits": [{"op": "head", "field": "id", "value": "x"}]}),
    ("edits", {"edits": [{"op": "head", "field": "admission", "value": "x" * 5_000}]}),
    ("edits", {"edits": [{"op": "insert", "steps": [{"action": "charge"}] * 2_001}]}),
    ("edits", '{"edits": [{"op": "put", "id": "charge", "step": {"x": ' + DEEP + "}}]}"),
    ("edits", "{"),
    ("notes", {"text": "x" * 2_000_001}),
    ("notes", {"text": "x\n" * 10_001}),
    ("complete", {"line": "x" * 4_001}),
    ("condition", {"text": "x" * 4_001}),
    ("set-back", {"number": 0}),
]


@pytest.mark.parametrize(("path", "body"), TOO_MUCH)
def test_what_is_too_much_or_no_edit_is_refused_and_changes_nothing(
    writer: Client, path: str, body: Any
) -> None:
    answer = writer.post(f"{AT}/{path}", body, content_type="application/json")
    assert answer.status_code in (400, 413, 422), answer.content[:300]
    assert answer.json()["message"]
    told = writer.get(f"{AT}/writing").json()
    assert (told["state"], told["open"], len(told["rows"])) == (1, 0, 21)


def test_whatever_plain_values_a_row_is_given_it_is_stored_or_asked_about(writer: Client) -> None:
    for step in (
        {},
        {"action": None},
        {"action": "flash", "partition": {"a": [1]}, "file": 7},
        {"action": "charge", "prose": "\u202e"},
        {"action": "charge", "sight": "x" * 500},
        {"action": "charge", "more": {"deep": {"deeper": [None, True]}}},
        {"action": "open", "picks": [{"does": {"action": "charge"}}]},
    ):
        body = {"edits": [{"op": "put", "id": "charge", "step": step}]}
        answer = writer.post(f"{AT}/edits", body, content_type="application/json")
        assert answer.status_code in (200, 422), answer.content[:300]
        assert writer.get(f"{AT}/writing").status_code == 200


def test_a_proof_that_takes_longer_is_made_by_the_worker(
    writer: Client, monkeypatch: pytest.MonkeyPatch
) -> None:
    """The edit is acknowledged without a margin, and never with one of before."""
    monkeypatch.setattr("anleitung.guides.written._BUDGET", Budget(reads=10))
    monkeypatch.setattr("anleitung.guides.written._PROOFS", Kept(most=1))
    told = edit(writer, {"op": "remove", "ids": ["charge"]})
    assert told["sheet"] is None
    page = writer.get(AT).json()
    assert page["fingerprint"] == told["fingerprint"]
    assert page["sheet"]["finished"]
    assert "charge" not in {row["id"] for row in page["sheet"]["rows"]}


def test_a_replacing_is_looked_at_done_and_taken_back_over_the_api(writer: Client) -> None:
    at = "/api/codenames/palstek"
    names = writer.get(f"{at}/names").json()
    assert {"radio-m6", "radio-k6"} <= set(names["file"])
    asked = {"kind": "file", "old": "radio-m6", "new": "radio-k6"}
    [told] = post(writer, f"{at}/look", {"what": asked})
    assert (told["slug"], told["stops_before"], told["fault"]) == ("clean-install", 0, "")
    # Which stops are new is said, and not only how many there are.
    assert told["stops_after"] == len(told["new_stops"]) > 0
    assert writer.get(f"{AT}/writing").json()["state"] == 1
    done = post(writer, f"{at}/replace", {"what": asked, "slugs": ["clean-install"]})["done"]
    assert done == [{"slug": "clean-install", "state": 2}]
    assert writer.get(f"{AT}/writing").json()["undo"] == "radio-m6 replaced by radio-k6"
    assert post(writer, f"{at}/take-back", {"done": done}) == {"left": []}
    assert writer.get(f"{AT}/writing").json()["state"] == 1
    missing = post(writer, f"{at}/look", {"what": {**asked, "new": "other"}})
    refused = post(writer, f"{at}/replace", {"what": asked, "slugs": []}, 422)
    assert refused["code"] == "invalid-request"
    assert "other is not at hand" in missing[0]["fault"]


def test_a_newer_file_is_read_by_its_name_and_bounded(writer: Client) -> None:
    at = "/api/codenames/palstek"
    name = "rettungsring-3.3-palstek.img"
    before = writer.get(f"{at}/older", {"name": name}).json()
    assert before == ["rettungsring-3.2-palstek.img"]
    file = {"kind": "newer", "name": name, "sha256": "A" * 64, "size": 9, "before": before[0]}
    [told] = post(writer, f"{at}/look", {"what": file})
    assert (told["slug"], told["rows"], told["new_stops"]) == (
        "clean-install",
        [[before[0], name]],
        [],
    )
    for wrong in ({"sha256": "a"}, {"size": 0}, {"name": ""}, {"kind": "another"}):
        refused = post(writer, f"{at}/look", {"what": {**file, **wrong}}, 422)
        assert refused["code"] == "invalid-request"


@pytest.mark.parametrize("text", ["\ud800", "\x00charge", "\u202echarge", "<b>flash</b>"])
def test_notes_of_any_signs_are_kept_or_refused_and_never_break_the_draft(
    writer: Client, text: str
) -> None:
    answer = writer.post(f"{AT}/notes", {"text": text}, content_type="application/json")
    assert answer.status_code in (200, 422), answer.content[:300]
    told = writer.get(f"{AT}/writing").json()
    assert told["sheet"] is not None
    if answer.status_code == 200:
        # What cannot be seen, or is no text of the field, became no step in silence.
        assert len([r for r in told["rows"] if not r["open"]]) == 21
        number = PastedNotes.objects.get().pk
        assert writer.get(f"{AT}/notes/{number}").json()["text"] == text
