"""A draft as a reader would see it: the readers' own page, for one phone, framed by the editor."""

import pytest
from django.contrib.auth import get_user_model
from django.contrib.auth.models import Group
from django.test import Client

from anleitung.accounts.roles import TESTER
from tests.api.test_api import upload
from tests.kept_rows import made_once

PAGE = "/drafts/palstek/clean-install/as-reader"


@pytest.fixture
def writer(client_of_maintainer: Client) -> Client:
    made_once("a draft seen as a reader", lambda: upload(client_of_maintainer))
    return client_of_maintainer


def text_of(client: Client, **asked: str) -> str:
    answer = client.get(PAGE, asked)
    assert answer.status_code == 200, answer.content
    return answer.content.decode()


def test_what_the_published_page_says_stands_in_it_for_the_chosen_phone(writer: Client) -> None:
    older = {"fact.bootloader": "unlocked", "fact.base": "PS-12.2.0-KU.r1"}
    page = text_of(writer, **older, **{"fact.variant": "M6"})
    for says in ("Is this for my phone?", "What lies ahead", "Before you begin", "Files you need"):
        assert says in page
    assert "Flash radio-12.4.7-m6.img" in page
    assert "Flash radio-12.4.7-k6.img" not in page
    assert "Flash radio-12.4.7-k6.img" in text_of(writer, **older, **{"fact.variant": "K6"})
    # Nothing is claimed of a draft that only a published version can say.
    assert "kinds of phone that it admits" not in page
    assert "How did it go?" not in page


def test_commands_are_those_of_the_chosen_host(writer: Client) -> None:
    assert "funke.exe go bootloader" in text_of(writer, host="faehre")
    assert "funke.exe" not in text_of(writer, host="kogge")


def test_a_phone_that_is_turned_away_is_told_so(writer: Client) -> None:
    says = "This guide is not for your phone."
    assert says in text_of(writer, **{"fact.bootloader": "locked"})
    assert says not in text_of(writer, **{"fact.bootloader": "unlocked"})
    answer = writer.get(PAGE, {"fact.variant": "Z9"})
    assert (answer.status_code, b"no phone with variant: Z9" in answer.content) == (422, True)


def test_it_is_framed_here_only_and_shown_to_maintainers_only(writer: Client) -> None:
    tester = Client()
    priel = get_user_model().objects.create_user("priel")
    priel.groups.add(Group.objects.get(name=TESTER))
    tester.force_login(priel)
    answer = writer.get(PAGE)
    assert answer["X-Frame-Options"] == "SAMEORIGIN"
    assert "frame-ancestors 'self'" in answer["Content-Security-Policy"]
    assert "<script" not in answer.content.decode()
    assert "frame-ancestors 'none'" in writer.get("/")["Content-Security-Policy"]
    assert tester.get(PAGE).status_code == 404
    assert Client().get(PAGE).status_code == 302
    assert writer.get("/drafts/palstek/nothing/as-reader").status_code == 404
