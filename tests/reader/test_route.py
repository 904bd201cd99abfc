"""The way from a phone to an aim, as a reader asks for it."""

import re
from datetime import timedelta
from typing import Any

import pytest
from django.test import Client

from anleitung.catalogue.load import current_fingerprints, load_device
from anleitung.catalogue.services.save import save_document
from anleitung.core.documents.base import body_of
from anleitung.core.evidence.report import EvidenceOut, FlagOut
from anleitung.guides.models import Revision
from anleitung.guides.services.deprecate import deprecate
from anleitung.guides.services.next_draft import next_draft
from anleitung.guides.services.prove_today import prove_today, take_today
from anleitung.guides.services.withdraw import withdraw
from anleitung.reports.evidence import evidence_for
from anleitung.routes.ask import ground_of
from anleitung.storage.recent import Kept
from tests.conftest import NOW
from tests.ready import publish

K6_FAILS = FlagOut(
    factor="variant",
    value="K6",
    claim="worse",
    reading="failed",
    runs=24,
    bad=21,
    other_runs=96,
    other_bad=14,
    words="Variant K6: 21 of 24 reported runs failed.",
    cannot_tell="",
)
LOCKED = {"bootloader": "locked", "system": "stock"}
TO = {"to": "system:wattlaeufer"}


def page(**query: Any) -> str:
    return Client().get("/c/palstek/route", query).content.decode()


def legs(html: str) -> list[str]:
    return re.findall(r"<h3>\d+\. (?:<a[^>]*>)?([^<]+)", html)


def test_the_legs_are_shown_with_files_cautions_and_one_list(two: Revision) -> None:
    html = page(**TO, **LOCKED, variant="K6")
    assert legs(html) == ["Unlock the bootloader", "Install Wattläufer 5"]
    assert "Here go apps with their settings, photos and files." in html
    assert "This erases all data on the phone." in html
    assert f'/r/{two.short}?variant=K6"' in html
    assert "those of this phone: variant: K6; region: " in html
    # Files of the other variant are not fetched.
    assert "radio-12.4.7-k6.img" in html
    assert "radio-12.4.7-m6.img" not in html
    address = re.search(r'href="(route/SHA256SUMS[^"]+)"', html)
    assert address is not None
    listed = Client().get(f"/c/palstek/{address[1].replace('&amp;', '&')}").content.decode()
    assert len(listed.splitlines()) == html.count('class="letter soft"')


def test_what_is_not_said_and_decides_is_asked(two: Revision) -> None:
    html = page(**TO, **LOCKED, build="PS-12.4.7-KU.r3")
    assert html.count("This decides most: carrier.") == 1
    assert "From a phone with carrier Deichfunk none of the chains" in html
    answers = dict(re.findall(r"carrier=(\w+)[^>]+>[^<]+</a></dt>\s*<dd>([^<]+)", html))
    assert answers["leuchtnetz"].strip() == "Unlock the bootloader → Install Wattläufer 5"
    assert answers["deichfunk"] == "No way for the usual phone of this kind."
    assert "It fails on a phone with carrier Deichfunk, for example." in html
    assert "Leg 1 does not let it in, since it wants: the carrier is not Deichfunk." in html
    told = {"carrier": "open", "variant": "K6", "region": "KU"}
    assert "It holds on all" in page(**TO, **LOCKED, **told, build="PS-12.4.7-KU.r3")


@pytest.mark.parametrize(
    ("query", "says"),
    [
        (TO | {"keep": "media"}, "each of them takes what you want to keep: photos and files"),
        (TO | {"without": "unlock"}, ">leaving out “Unlock the bootloader”</a>"),
        (TO | LOCKED | {"no": "lotse"}, "There is a way if you drop one of these conditions:"),
        (
            TO | LOCKED | {"keep": "media", "without": "unlock"},
            "none meets all your conditions, and dropping a single one is not enough",
        ),
        (TO | {"build": "PS-13.0.2-KU.r4"}, "“Install Wattläufer 5” would end there, and wants:"),
        ({"to": "rooted:wattlaeufer"}, "There is no such aim for this phone: rooted:wattlaeufer."),
        (TO | LOCKED | {"build": "PS-99.9.9-KU.r9"}, "Your build is not in our list"),
        (TO | {"bootloader": "locked", "system": "wattlaeufer"}, "cannot all be true of one phone"),
        ({"to": "stock"}, "The usual phone that is as you say is there already."),
        (
            {"to": "stock", "system": "stock", "update": "none"},
            "Your phone is there already.",
        ),
        (TO | {"build": "PS-13.0.2-KU.r4"}, "Of the others nothing is said."),
        (TO | {"without": "unlock"}, "There is one from a phone with bootloader unlocked:"),
        (TO | LOCKED | {"build": "PS-12.4.7-KU.r3"}, "4,608 of 9,216 kinds that are as you say"),
        ({"to": "stock"}, "Not so with a phone with bootloader unlocked, system Wattläufer"),
        (TO | {"way": "\u00b2"}, "leg by leg"),
        (TO | {"way": "99"}, "leg by leg"),
        (TO | {"variant": "<b>"}, "cannot be taken as it stands: variant: &lt;b&gt;"),
        (TO | LOCKED | {"host": "kogge"}, "cannot be taken as it stands: host: kogge"),
        ({"when": "bootloader is unlocked and system is stock"}, "leg by leg"),
        (TO | {"keep": "hat"}, "cannot be taken as it stands: keep: hat"),
        (TO | {"bootlader": "locked"}, "cannot be taken as it stands: bootlader: locked"),
        (TO | {"variant": ["K6", "M6"]}, "cannot be taken as it stands: variant: K6, M6"),
        (TO | {"build": "PS-12.4.7"}, "does not read as a Tidewerk build"),
        ({"when": "bootloader is unlocked" + " " * 500}, "cannot be taken as it stands: when"),
        (TO | {"no": "hammer"}, "cannot be taken as it stands: no: hammer"),
        (TO | {"with": "no-such-guide"}, "cannot be taken as it stands: with: no-such-guide"),
        (TO | LOCKED | {"no": "lotse"}, "All chains of up to"),
        (TO | LOCKED | {"with": "unlock"}, "Only ways through: Unlock the bootloader"),
        (TO | LOCKED | {"without": "unlock"}, "Left out: Unlock the bootloader"),
        (TO | LOCKED | {"build": "PS-12.4.3-KU.r9"}, "PS-12.4.1-KU.r2</a> the next older one"),
        (
            {"when": "bootloader is unlocked and root is present"},
            "The nearest that one comes is this: Unlock the bootloader. There it still lacks:",
        ),
        ({"when": "bootloader is"}, "There is no such aim for this phone"),
        ({"when": "own.hat is red"}, "There is no such aim for this phone: own.hat"),
    ],
)
def test_each_question_has_a_plain_answer(two: Revision, query: Any, says: str) -> None:
    assert says in page(**query)


def test_where_not_all_ways_to_choose_were_tried_it_says_so(
    two: Revision, monkeypatch: pytest.MonkeyPatch
) -> None:
    assert "combinations of choices" not in page(**TO)
    monkeypatch.setattr("anleitung.routes.ask.MOST_CHOICES", 1)
    monkeypatch.setattr("anleitung.routes.ask._ON", Kept(most=1))
    assert "has 2 combinations of choices; only 1 of them were tried" in page(**TO)


@pytest.mark.parametrize(
    ("variant", "says"),
    [
        ("K6", "Do not begin: readers report failures on phones like this one."),
        ("M6", "when you come to this leg"),
    ],
)
def test_a_leg_that_is_reported_to_fail_on_such_phones_says_so(
    monkeypatch: pytest.MonkeyPatch, two: Revision, variant: str, says: str
) -> None:
    def told(row: Revision, *, now: Any) -> EvidenceOut:
        flags = (K6_FAILS,) if row.pk == two.pk else ()
        return evidence_for(row, now=now).model_copy(update={"flags": flags})

    monkeypatch.setattr("anleitung.routes.ask.evidence_for", told)
    monkeypatch.setattr("anleitung.routes.ask._ON", Kept[object, object]())
    html = page(**TO, **LOCKED, variant=variant)
    assert legs(html) == ["Unlock the bootloader", "Install Wattläufer 5"]
    assert K6_FAILS.words in html
    assert says in html
    worst = "<dd>readers report failures on phones like this one</dd>"
    assert (worst in html) == (variant == "K6")


def test_a_guide_that_is_not_for_this_phone_is_followed_by_the_way_that_makes_it_so(
    two: Revision, revision: Revision
) -> None:
    asked = {"variant": "K6", "build": "PS-13.0.2-KU.r4"}
    html = Client().get(f"/r/{revision.short}", asked).content.decode()
    found = re.search(r'href="(/c/palstek/route\?[^"]+)"', html)
    assert found is not None
    assert "to=guide%3Aclean-install" in found[1]
    answer = Client().get(found[1].replace("&amp;", "&"))
    assert answer.status_code == 200
    fits = {"variant": "K6", "build": "PS-12.4.7-KU.r3"}
    assert "/c/palstek/route?" not in Client().get(f"/r/{revision.short}", fits).content.decode()


def test_what_is_withdrawn_or_deprecated_is_avoided_and_said_to_be(
    maintainer: Any, two: Revision
) -> None:
    deprecate(
        actor=maintainer,
        codename="palstek",
        slug="unlock",
        reason="Another tool does it now",
        follower="",
        now=NOW,
    )
    html = page(**TO, **LOCKED)
    assert legs(html) == []
    assert "Unlock the bootloader (it is deprecated)" in html
    withdraw(actor=maintainer, short=two.short, reason="A wrong step", now=NOW)
    assert "Unlock the bootloader" not in page(**TO, **LOCKED)


def test_what_is_known_of_the_phone_changed_since_is_said(maintainer: Any, two: Revision) -> None:
    device = load_device("palstek")
    save_document(
        actor=maintainer,
        kind="device",
        codename="palstek",
        value=body_of(device) | {"maker": "Tidewerk Werft"},
        seen=current_fingerprints()["device", "palstek", "palstek"],
        note="the yard is named now",
        now=NOW,
    )
    html = page(**TO, **LOCKED)
    assert "What is known of this phone changed since these guides were published" in html
    assert len(legs(html)) == 2
    # One that carries what is known today leaves the older ones behind.
    draft = take_today(
        actor=maintainer,
        codename="palstek",
        slug="unlock",
        seen=next_draft(actor=maintainer, short=two.short, now=NOW).fingerprint,
        now=NOW,
    )
    prove_today(actor=maintainer, row=draft, at=NOW)
    seen = draft.fingerprint
    publish(actor=maintainer, codename="palstek", slug="unlock", seen=seen, now=NOW)
    html = page(to="unlocked", **LOCKED)
    assert legs(html) == ["Unlock the bootloader"]
    assert "changed since these guides" not in html
    assert "Install Wattläufer 5 (it carries an older document of this phone)" in html


def test_the_ground_is_made_anew_when_a_guide_changes_and_only_then(two: Revision) -> None:
    first, again = (ground_of("palstek", now=NOW + timedelta(days=n)) for n in (0, 1))
    assert first is not None
    assert again is not None
    assert first.ground is again.ground


@pytest.mark.parametrize(
    "path", ["/c/nowhere/route", "/c/klampe/route", "/c/klampe/route/SHA256SUMS"]
)
def test_where_nothing_is_published_there_is_no_way(two: Revision, path: str) -> None:
    assert Client().get(path).status_code == 404


def test_the_way_is_drawn_with_its_night_and_copies_are_made_once(two: Revision) -> None:
    html = page(**TO, **LOCKED, variant="K6")
    assert html.count('class="night"') == 1
    assert html.count('class="cut-line"') == 1
    assert "<s>Step 4: Copy photos and files" in html
    assert "you may stop for the night" in html
    assert "nobody has reported on one of its legs yet" in html
    assert re.search(r"\d+ files, [^.]+\. (At the worst moment, in leg|Copies of your data)", html)


def test_an_address_that_was_shared_says_what_changed_since(maintainer: Any, two: Revision) -> None:
    html = page(**TO, **LOCKED)
    shared = re.search(r'href="(\?[^"]+seen=[^"]+)#way"', html)
    assert shared is not None
    address = f"/c/palstek/route{shared[1].replace('&amp;', '&')}"
    assert "It is still the way that was shared" in Client().get(address).content.decode()
    older = address.replace("unlock%401.0.0", "unlock%400.9.0")
    html = Client().get(older).content.decode()
    assert "This is not the way that was shared." in html
    assert "“Unlock the bootloader” is version 1.0.0 now; it was 0.9.0." in html
    assert "~data.clean" in address or "%7Edata.clean" in address
    chosen = address.replace("data.clean", "data.keep")
    html = Client().get(chosen).content.decode()
    assert "“Install Wattläufer 5” is to be gone through with other choices." in html
    other = address.replace("unlock%401.0.0", "old-tool%401.0.0")
    html = Client().get(other).content.decode()
    assert "“old-tool” was a leg of it, and is none now." in html
    assert "“Unlock the bootloader” is a leg of it now." in html
    turned = re.sub(r"seen=([^&]+)%2C([^&]+)", r"seen=\2%2C\1", address)
    assert "Its legs are the same, in another order." in Client().get(turned).content.decode()


def test_what_is_wanted_of_a_phone_is_one_press_away_on_the_page_of_its_codename(
    two: Revision,
) -> None:
    html = Client().get("/c/palstek").content.decode()
    assert "It runs the maker’s system, and its bootloader is locked" in html
    found = re.search(r'href="([^"]+)">Install Wattläufer</a>', html)
    assert found is not None
    answer = Client().get(found[1].replace("&amp;", "&").partition("#")[0]).content.decode()
    assert legs(answer) == ["Unlock the bootloader", "Install Wattläufer 5"]
    assert "What do you want of your phone?" not in Client().get("/c/klampe").content.decode()


def test_more_guides_than_can_be_tried_are_told(
    two: Revision, monkeypatch: pytest.MonkeyPatch
) -> None:
    says = "There are more guides here than could be tried"
    query = {**TO, **LOCKED, "region": "BI"}
    assert says not in page(**query)
    monkeypatch.setattr("anleitung.core.routes.search.MOST_RUNS", 4)
    assert says in page(**query, carrier="open")
