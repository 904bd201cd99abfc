"""What readers are told of a phone: which one it is, its keys, what is known not to work."""

import html
import re
from typing import Any

import pytest
from django.test import Client

from anleitung.catalogue.load import find_entry
from anleitung.catalogue.models import Entry
from anleitung.catalogue.services.save import save_document
from anleitung.guides.models import Revision
from tests.conftest import NOW
from tests.core.demo_catalogue import plain


def shown(path: str, **query: str) -> str:
    return html.unescape(Client().get(path, query).content.decode())


@pytest.mark.usefixtures("demo")
@pytest.mark.parametrize(
    ("codename", "says"),
    [
        ("poller", "Kai 9 is one name for 2 variants: M6, K6."),
        ("poller", "No guides for this phone yet."),
        ("poller", "Begin with the phone off."),
        ("klampe", "Never: its maker does not permit it."),
        ("klampe", "What works with Sturmvogel (alpha) 0.4"),
        ("palstek", "Missing, sold by Deichfunk: A phone sold by Deichfunk cannot be unlocked"),
        ("palstek", "Install Wattläufer 5"),
        ("achtknoten", "Grey, patch level before 2020-11: Update the stock system"),
    ],
)
def test_page_of_a_codename(codename: str, says: str) -> None:
    assert says in shown(f"/c/{codename}")


@pytest.mark.usefixtures("demo")
def test_only_what_is_true_of_the_newest_release_is_listed() -> None:
    text = shown("/c/klampe")
    assert "Pictures only, without flash" in text
    assert "The app closes at once" not in text


@pytest.mark.usefixtures("demo")
def test_guide_says_what_is_known_not_to_work_before_it_begins() -> None:
    short = Revision.objects.get(guide__slug="clean-install").short
    text = shown(f"/r/{short}")
    told = text.index("Known not to work with Wattläufer 5.0:")
    assert told < text.index("Step by step")
    bugs = text[told : text.index("</ul>", told)]
    assert "The wide lens takes pictures, and no film" in bugs
    assert "What helps: Choose the main lens before you press record." in bugs
    # Whoever runs into it at the end finds the cure there again.
    assert "What helps: Choose the main lens" in text[text.index("How did it go?") :]
    assert "The reader is not found at all" not in bugs, "mended in 5.0"
    assert "Cards over 512 GB" not in bugs, "came with 5.1"
    assert "Calls and messages" not in bugs, "works"


@pytest.mark.usefixtures("demo")
def test_guide_that_installs_nothing_lists_no_bugs() -> None:
    short = Revision.objects.get(guide__slug="unlock").short
    text = shown(f"/r/{short}")
    assert "Known not to work" not in text
    assert "Press and keep volume down (right hand), plug the cable in" in text
    assert text.count('<svg class="chord"') == 1


@pytest.mark.usefixtures("demo")
def test_name_of_two_codenames_is_said_on_the_guide(django_user_model: Any) -> None:
    actor = django_user_model.objects.get(username="tonnenleger")
    seen = find_entry("device", "achtknoten", "achtknoten").current
    assert seen is not None
    value = plain("device", "achtknoten") | {"market_names": ["Bö 2", "Bö Ebb"]}
    save_document(actor=actor, kind="device", value=value, seen=seen.fingerprint, now=NOW)
    short = Revision.objects.get(guide__slug="unlock").short
    text = shown(f"/r/{short}")
    assert "Bö Ebb is the name of several codenames: palstek, achtknoten." in text
    assert "This guide is for palstek only." in text
    assert "achtknoten: the build begins with AK; look under Settings, Phone" in text


LOOKED_UP = [
    ("Kai 9", "/c/poller", "2 variants"),
    ("bö ebb", "/c/palstek", "palstek"),
    ("PS-12.4.7-KU.r3", "/c/palstek", "build of palstek"),
    ("2248_KAI9_M6", "/c/poller", "full package of KAI9-M6/BI/2248"),
    ("KAI22-V2/HO/2433", "/c/klampe", "region HO: klampe has KU, BI"),
]


@pytest.mark.usefixtures("demo")
@pytest.mark.parametrize(("typed", "path", "says"), LOOKED_UP)
def test_readers_look_their_phone_up(typed: str, path: str, says: str) -> None:
    text = shown("/", q=typed)
    status = text[text.index('role="status"') : text.index("</div>\n", text.index('role="status"'))]
    assert f'href="{path}"' in status
    assert says in text


@pytest.mark.usefixtures("demo")
@pytest.mark.parametrize("typed", ["zzz", "<script>alert(1)</script>", "Рalstek", "x" * 5_000])
def test_nothing_found_is_said_and_nothing_runs(typed: str) -> None:
    raw = Client().get("/", {"q": typed}).content.decode()
    assert "No match for" in raw
    assert "<script>alert" not in raw


@pytest.mark.usefixtures("demo")
def test_host_tools_are_not_for_readers_to_look_up() -> None:
    assert "/tools/" not in shown("/", q="Schleuse")


@pytest.mark.usefixtures("demo")
def test_retired_codename_leaves_the_list_and_keeps_its_page() -> None:
    Entry.objects.filter(kind="device", name="poller").update(retired_at="2026-11-01T00:00Z")
    assert "/c/poller" not in shown("/")
    assert find_entry("device", "poller", "poller").current is not None
    assert "Kai 9" in shown("/c/poller")


@pytest.mark.usefixtures("demo")
def test_picture_of_a_chord_is_beside_words_that_say_the_same() -> None:
    text = shown("/c/schotstek")
    assert text.count("<svg") == text.count("<figcaption>") == 3
    assert all('aria-hidden="true"' in tag for tag in re.findall("<svg[^>]*>", text))
    assert "Let go of the power key and volume down." in text


@pytest.mark.usefixtures("demo")
@pytest.mark.parametrize(
    ("body", "status"),
    [
        ('{"found": []}', 200),
        ('{"found": [{"name": "x", "size": 1, "digests": {"sha256": "abc"}}]}', 200),
        ("{}", 422),
        ("nonsense", 422),
        ('{"found": [{"name": "x", "size": -1, "digests": {}}]}', 422),
        ('{"found": "' + "x" * 500_000 + '"}', 422),
    ],
)
def test_files_of_readers_are_judged_or_refused(body: str, status: int) -> None:
    short = Revision.objects.get(guide__slug="clean-install").short
    answer = Client().post(f"/r/{short}/files", body, content_type="application/json")
    assert answer.status_code == status
    if status == 200:
        lines = answer.json()["lines"]
        assert sum(line["verdict"] == "missing" for line in lines) == 6
