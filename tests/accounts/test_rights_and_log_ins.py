"""Who may become what, and how signing in is held back."""

from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest
from axes.models import AccessAttempt, AccessFailureLog
from django.contrib.auth import get_user_model
from django.contrib.auth.models import Group, Permission
from django.core.exceptions import ImproperlyConfigured
from django.test import Client
from django.utils import timezone

from anleitung.accounts.roles import ADMINISTRATOR, MAINTAINER
from anleitung.accounts.tasks import forget_log_ins
from anleitung.site.secret_key import read_secret_key

WORD = "a-long-enough-word"


def person(name: str, role: str, **more: Any) -> Any:
    user = get_user_model().objects.create_user(username=name, password=WORD, **more)
    user.groups.add(Group.objects.get(name=role))
    return user


@pytest.fixture
def administrator(db: None) -> Client:
    client = Client()
    client.force_login(person("brueckenwart", ADMINISTRATOR, is_staff=True))
    return client


def test_an_administrator_makes_nobody_a_superuser(administrator: Client) -> None:
    mira = person("mira.f", MAINTAINER)
    owner = get_user_model().objects.create_superuser(username="owner", password=WORD)
    form = {
        "username": "mira.f",
        "is_active": "on",
        "is_superuser": "on",
        "groups": [str(Group.objects.get(name=MAINTAINER).pk)],
        "user_permissions": [str(p.pk) for p in Permission.objects.all()[:3]],
    }
    answer = administrator.post(f"/admin/auth/user/{mira.pk}/change/", form)
    mira.refresh_from_db()
    assert (answer.status_code, mira.is_superuser, mira.user_permissions.count()) == (302, False, 0)
    hidden = administrator.get(f"/admin/auth/user/{owner.pk}/password/")
    assert hidden.status_code in (302, 404)
    administrator.post(
        f"/admin/auth/user/{owner.pk}/password/", {"password1": "x" * 20, "password2": "x" * 20}
    )
    owner.refresh_from_db()
    assert owner.check_password(WORD)
    assert administrator.get("/admin/auth/group/").status_code == 404


def sign_in(name: str, word: str, client: Client | None = None, **more: str) -> Any:
    return (client or Client(**more)).post("/login", {"username": name, "password": word})  # type: ignore[arg-type]


@pytest.mark.django_db
def test_many_names_from_one_address_are_held_back_and_not_the_owner(settings: Any) -> None:
    settings.LOG_INS_PER_ADDRESS = 10
    person("mira.f", MAINTAINER)
    known = Client(REMOTE_ADDR="192.0.2.7")
    assert sign_in("mira.f", WORD, known).status_code == 302
    known.post("/logout")
    for number in range(12):
        sign_in(f"nobody-{number}", "wrong", REMOTE_ADDR="192.0.2.7")
    stranger = sign_in("mira.f", WORD, REMOTE_ADDR="192.0.2.7")
    assert (stranger.status_code, b"Too many failed sign-ins" in stranger.content) == (200, True)
    assert sign_in("mira.f", WORD, known).status_code == 302
    assert sign_in("mira.f", WORD, REMOTE_ADDR="192.0.2.8").status_code == 302


@pytest.mark.django_db
def test_a_name_is_closed_for_the_address_that_tries_it_only() -> None:
    person("mira.f", MAINTAINER)
    for _ in range(9):
        closed = sign_in("mira.f", "wrong", REMOTE_ADDR="192.0.2.7")
    assert (closed.status_code, b"Locked for 15 minutes" in closed.content) == (429, True)
    assert sign_in("mira.f", WORD, REMOTE_ADDR="192.0.2.9").status_code == 302


@pytest.mark.django_db
def test_records_of_log_ins_end(settings: Any) -> None:
    sign_in("nobody", "wrong")
    now = timezone.now()
    assert forget_log_ins(now + timedelta(days=settings.KEEP_LOG_IN_DAYS - 1)) == 0
    assert forget_log_ins(now + timedelta(days=settings.KEEP_LOG_IN_DAYS + 1)) > 0
    assert not AccessAttempt.objects.exists()
    assert not AccessFailureLog.objects.exists()


def test_the_secret_key_is_long_and_its_owners_alone(tmp_path: Path) -> None:
    file = tmp_path / "secret-key"
    good = "".join(chr(97 + i % 26) for i in range(50))
    file.write_text(f"{good}\n")
    file.chmod(0o644)
    assert read_secret_key(None, file) == good
    assert file.stat().st_mode & 0o777 == 0o600
    for bad in ("", "short", "a" * 60, " " * 60):
        with pytest.raises(ImproperlyConfigured, match="empty or too short"):
            read_secret_key(bad, file)
    with pytest.raises(ImproperlyConfigured, match="write a long random text"):
        read_secret_key(None, tmp_path / "nothing")
