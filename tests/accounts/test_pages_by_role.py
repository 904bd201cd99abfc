"""Every page of people and the workbench by role: a table without an empty cell."""

from typing import Any

import pytest
from django.contrib.auth import get_user_model
from django.contrib.auth.models import Group
from django.test import Client

from anleitung.accounts.roles import ADMINISTRATOR, TESTER
from anleitung.guides.models import Revision
from tests.people import made_maintainer

ROLES = ("nobody", "no role", "tester", "maintainer", "administrator")

# path → status for each role, in the order above.
PAGES = {
    "/": (200, 200, 200, 200, 200),
    "/changes": (200, 200, 200, 200, 200),
    "/c/palstek": (200, 200, 200, 200, 200),
    "/r/REVISION": (200, 200, 200, 200, 200),
    "/login": (200, 200, 200, 200, 200),
    "/password/forgotten": (200, 200, 200, 200, 200),
    "/c/": (302, 200, 200, 200, 200),
    "/bring-in": (302, 200, 200, 200, 200),
    "/account": (302, 200, 200, 200, 200),
    "/account/second-factor": (302, 200, 200, 200, 200),
    "/password/change": (302, 200, 200, 200, 200),
    "/people": (302, 403, 200, 200, 200),
    "/people/palstek": (404, 404, 404, 200, 200),
    "/mails": (302, 403, 403, 403, 200),
    "/record": (302, 403, 403, 403, 200),
    "/record.jsonl": (401, 403, 403, 403, 200),
    "/admin/": (302, 302, 302, 302, 200),
    "/invited/guessed": (410, 410, 410, 410, 410),
}


@pytest.fixture
def clients(revision: Revision) -> dict[str, Client]:
    people: dict[str, Any] = {"maintainer": made_maintainer("foreign", "klampe")}
    for role, group in (("no role", ""), ("tester", TESTER), ("administrator", ADMINISTRATOR)):
        user = get_user_model().objects.create_user(role.replace(" ", "."))
        user.is_staff = group == ADMINISTRATOR
        user.save()
        if group:
            user.groups.add(Group.objects.get(name=group))
        people[role] = user
    found = {"nobody": Client()}
    for role, user in people.items():
        found[role] = Client()
        found[role].force_login(user)
    return found


def test_who_sees_which_page(clients: dict[str, Client], revision: Revision) -> None:
    seen = {
        path: tuple(
            clients[role].get(path.replace("REVISION", revision.short)).status_code
            for role in ROLES
        )
        for path in PAGES
    }
    assert seen == PAGES


def test_what_is_unfinished_on_a_codename_is_listed(
    demo: None, client_of_maintainer: Client
) -> None:
    page = client_of_maintainer.get("/people/palstek").content.decode()
    for says in ("draft", "Bring the firmware base to 12.4.7", "last changed by tonnenleger"):
        assert says in page
    left = client_of_maintainer.get("/people/klampe").content.decode()
    assert "Nothing is left undone." in left
