"""Links that work once, roles, keepers, tokens, codes, and accounts that are closed."""

import html
import re
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from django.contrib.auth import get_user_model
from django.contrib.auth.models import Group, User
from django.test import Client
from django.utils import timezone
from django_otp.oath import totp

from anleitung.accounts.errors import LinkUsed, PeopleRefused, TokenRefused
from anleitung.accounts.keepers import keepers_of, keeps, orphaned, require_keeper
from anleitung.accounts.models import Invitation, Keeper, Token
from anleitung.accounts.roles import ADMINISTRATOR, MAINTAINER, TESTER, NotAllowed
from anleitung.accounts.second_factor import device_of, new_device
from anleitung.accounts.services.hand_over import agree, ask_for, offer, refuse
from anleitung.accounts.services.invite import come_in, invite, take_invitation_back
from anleitung.accounts.services.people import close_account, give_role, set_policy
from anleitung.accounts.services.tokens import make_token, person_of, revoke_token
from anleitung.audit.models import Entry
from anleitung.audit.record import fault_of_record
from tests.conftest import NOW
from tests.people import made_maintainer

WORD = "a-long-enough-word"
WEEK = timedelta(days=7)


@pytest.fixture
def boss(db: None) -> User:
    user = get_user_model().objects.create_user("brueckenwart", password=WORD, is_staff=True)
    user.groups.add(Group.objects.get(name=ADMINISTRATOR))
    for codename in ("palstek", "klampe"):  # somebody kept them once
        Keeper.objects.create(codename=codename, user=user, since=NOW, until=NOW)
    return user


def came_in(boss: User, role: str, name: str, *codenames: str) -> User:
    _, secret = invite(actor=boss, role=role, codenames=codenames, now=NOW)
    return come_in(secret=secret, name=name, email="", password=WORD, now=NOW)


def test_an_invitation_works_once_and_gives_what_it_says(boss: User) -> None:
    _, secret = invite(actor=boss, role=MAINTAINER, codenames=["palstek"], now=NOW)
    assert secret not in str(Invitation.objects.values().get())
    path = f"/invited/{secret}"
    now = timezone.now()
    Invitation.objects.update(until=now + WEEK)
    form = {"name": "jolle", "email": "jolle@example.test", "password": "short"}
    refused = Client().post(path, form)
    assert (refused.status_code, b"jolle@example.test" in refused.content) == (422, True)
    client = Client()
    assert client.post(path, form | {"password": WORD}).status_code == 302
    assert b"jolle" in client.get("/account").content
    assert keepers_of("palstek") == ["jolle"]
    again = Client().post(path, {"name": "kutter", "email": "", "password": WORD})
    assert (again.status_code, User.objects.filter(username="kutter").exists()) == (410, False)


@pytest.mark.parametrize("why", ["old", "taken back", "no administrator", "closed", "guessed"])
def test_a_link_that_does_not_lead_on(boss: User, why: str) -> None:
    made, secret = invite(actor=boss, role=TESTER, codenames=(), now=NOW)
    now = NOW
    match why:
        case "old":
            now = NOW + WEEK + timedelta(seconds=1)
        case "taken back":
            take_invitation_back(actor=boss, number=made.pk, now=NOW)
        case "no administrator":
            boss.groups.clear()
        case "closed":
            User.objects.filter(pk=boss.pk).update(is_active=False)
        case _:
            secret = secret[:-1]
    with pytest.raises(LinkUsed):
        come_in(secret=secret, name="jolle", email="", password=WORD, now=now)
    assert not User.objects.filter(username="jolle").exists()


def test_only_keepers_change_and_a_hand_over_needs_both(boss: User) -> None:
    ann, bo = came_in(boss, MAINTAINER, "ann", "palstek"), came_in(boss, MAINTAINER, "bo")
    require_keeper(ann, "palstek")
    require_keeper(boss, "palstek")
    with pytest.raises(NotAllowed, match="those who keep palstek: ann"):
        require_keeper(bo, "palstek")
    with pytest.raises(PeopleRefused, match="No codename is called nowhere"):
        ask_for(actor=bo, codename="nowhere", reason="I should like to.", now=NOW)
    with pytest.raises(PeopleRefused, match="No codename is called nowhere"):
        invite(actor=boss, role=MAINTAINER, codenames=["palstek", "nowhere"], now=NOW)
    with pytest.raises(NotAllowed):
        offer(actor=bo, codename="palstek", taker="bo", now=NOW)
    made = offer(actor=ann, codename="palstek", taker="bo", now=NOW)
    with pytest.raises(PeopleRefused, match="The other side has to say yes"):
        agree(actor=ann, number=made.pk, now=NOW)
    assert not keeps(bo, "palstek")
    agree(actor=bo, number=made.pk, now=NOW)
    assert (keeps(ann, "palstek"), keeps(bo, "palstek")) == (False, True)
    give_role(actor=boss, name="bo", role=TESTER, now=NOW)
    assert not keeps(bo, "palstek")
    with pytest.raises(PeopleRefused, match="answered or taken back already"):
        agree(actor=bo, number=made.pk, now=NOW)


def test_who_asks_keeps_it_beside_the_others_and_an_orphan_by_an_administrator(boss: User) -> None:
    ann, bo = came_in(boss, MAINTAINER, "ann", "palstek"), came_in(boss, MAINTAINER, "bo")
    asked = ask_for(actor=bo, codename="palstek", reason="I have both variants.", now=NOW)
    with pytest.raises(PeopleRefused):
        agree(actor=bo, number=asked.pk, now=NOW)
    with pytest.raises(PeopleRefused):
        agree(actor=boss, number=asked.pk, now=NOW)
    agree(actor=ann, number=asked.pk, now=NOW)
    assert keepers_of("palstek") == ["ann", "bo"]
    assert orphaned(["palstek"], now=NOW) == set()
    later = NOW + timedelta(days=400)
    assert orphaned(["palstek", "klampe"], now=later) == {"palstek", "klampe"}
    User.objects.filter(username="bo").update(last_login=later)
    assert orphaned(["palstek"], now=later) == set()
    cy = came_in(boss, MAINTAINER, "cy")
    asked = ask_for(actor=cy, codename="klampe", reason="Nobody writes there.", now=later)
    agree(actor=boss, number=asked.pk, now=later)
    assert keepers_of("klampe") == ["cy"]
    again = ask_for(actor=ann, codename="klampe", reason="I should like to help.", now=later)
    refuse(actor=cy, number=again.pk, now=later)
    assert keepers_of("klampe") == ["cy"]


def test_a_token_is_for_what_it_says_until_it_is_revoked_or_its_person_goes(boss: User) -> None:
    ann = came_in(boss, MAINTAINER, "ann", "palstek")
    made, secret = make_token(actor=ann, name="my script", scopes=["read"], now=NOW)
    assert secret not in str(Token.objects.values().get())
    assert person_of(secret, "read", now=NOW) == ann
    assert person_of(secret, "draft", now=NOW) is None
    assert person_of(secret[:-1], "read", now=NOW) is None
    made.refresh_from_db()
    assert made.used_at == NOW
    bo = came_in(boss, MAINTAINER, "bo")
    with pytest.raises(TokenRefused):
        revoke_token(actor=bo, number=made.pk, now=NOW)
    revoke_token(actor=ann, number=made.pk, now=NOW)
    assert person_of(secret, "read", now=NOW) is None
    _, secret = make_token(actor=ann, name="another", scopes=["read", "draft"], now=NOW)
    close_account(actor=ann, name="ann", erase=False, now=NOW)
    assert person_of(secret, "read", now=NOW) is None
    for scopes in ([], ["read", "all"], ["all"]):
        with pytest.raises(TokenRefused):
            make_token(actor=bo, name="x", scopes=scopes, now=NOW)


def test_closing_keeps_the_work_and_erasing_keeps_the_chain(boss: User, revision: Any) -> None:
    mira = revision.published_by
    mira.email = "mira@example.test"
    mira.save()
    before = list(Entry.objects.values_list("digest", flat=True))
    close_account(actor=boss, name="mira.f", erase=True, now=NOW)
    revision.refresh_from_db()
    assert (revision.published_by.username, revision.published_by.email) == (f"left-{mira.pk}", "")
    refused = Client().post("/login", {"username": "mira.f", "password": WORD})
    assert b"Wrong name or password" in refused.content
    assert list(Entry.objects.values_list("digest", flat=True))[: len(before)] == before
    assert fault_of_record() == ""
    assert "mira" not in "".join(Entry.objects.values_list("body", flat=True))
    with pytest.raises(PeopleRefused, match="only administrator"):
        close_account(actor=boss, name="brueckenwart", erase=False, now=NOW)
    with pytest.raises(PeopleRefused, match="only administrator"):
        give_role(actor=boss, name="brueckenwart", role=TESTER, now=NOW)


def code_of(user: User, at: datetime) -> str:
    device: Any = device_of(user) or new_device(user)
    return f"{totp(device.bin_key, t0=0, step=30, digits=6):06}"


def test_a_code_is_asked_for_after_the_password(boss: User) -> None:
    client = Client()
    client.force_login(boss)
    shown = client.get("/account/second-factor").content.decode()
    assert "<svg" in shown
    wrong = client.post("/account/second-factor", {"code": "000000"})
    assert (wrong.status_code, device_of(boss)) == (422, None)
    new_device(boss).throttle_reset()
    assert client.post("/account/second-factor", {"code": code_of(boss, NOW)}).status_code == 302
    fresh = Client()
    half = fresh.post("/login", {"username": "brueckenwart", "password": WORD, "next": "/people"})
    assert half["Location"] == "/login/code"
    assert fresh.get("/people").status_code == 302
    assert b"not right, or was used" in fresh.post("/login/code", {"code": "000000"}).content
    device: Any = device_of(boss)
    device.throttle_reset()
    device.last_t = -1
    device.save()
    done = fresh.post("/login/code", {"code": code_of(boss, NOW)})
    assert done["Location"] == "/people"
    assert fresh.get("/people").status_code == 200


def test_policy_lets_no_administrator_on_without_a_code(boss: User) -> None:
    set_policy(actor=boss, administrators_need_code=True, orphaned_after=6, now=NOW)
    client = Client()
    client.force_login(boss)
    for path in ("/people", "/c/", "/admin/", "/mails"):
        assert client.get(path)["Location"] == "/account/second-factor"
    assert client.get("/api/home").json()["code"] == "code-demanded"
    assert client.get("/account/second-factor").status_code == 200
    other = Client()
    other.force_login(made_maintainer("ann", "palstek"))
    assert other.get("/api/home").status_code == 200


def test_a_forgotten_password_by_mail(boss: User, settings: Any, tmp_path: Path) -> None:
    settings.EMAIL_BACKEND = "django.core.mail.backends.filebased.EmailBackend"
    settings.EMAIL_FILE_PATH = tmp_path
    boss.email = "boss@example.test"
    boss.save()
    client = Client()
    client.force_login(boss)
    for address in ("boss@example.test", "nobody@example.test"):
        assert Client().post("/password/forgotten", {"email": address}).status_code == 302
    page = html.unescape(client.get("/mails").content.decode())
    links = re.findall(r"/password/new/[\w/-]+", page)
    assert len(links) == 1
    fresh = Client()
    form = {"new_password1": "another-long-word", "new_password2": "another-long-word"}
    at = fresh.get(links[0])["Location"]
    assert fresh.post(at, form)["Location"] == "/password/set"
    boss.refresh_from_db()
    assert boss.check_password("another-long-word")
    assert b"does not lead on" in Client().get(links[0], follow=True).content
    ann = Client()
    ann.force_login(made_maintainer("ann", "palstek"))
    assert ann.get("/mails").status_code == 403


@pytest.mark.parametrize("do", ["invite", "role", "close", "policy", "no-codes", "take-back"])
def test_the_forms_of_administrators_are_theirs_alone(boss: User, do: str) -> None:
    ann = made_maintainer("ann", "palstek")
    client = Client()
    client.force_login(ann)
    before = Entry.objects.count()
    form = {"do": do, "name": "brueckenwart", "role": "administrator", "orphaned_after": "3"}
    answer = client.post("/people", form)
    assert (answer.status_code, Entry.objects.count()) == (422, before)
    boss.refresh_from_db()
    assert boss.is_active
    assert not ann.groups.filter(name=ADMINISTRATOR).exists()
