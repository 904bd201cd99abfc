"""People for tests."""

from datetime import UTC, datetime
from typing import Any

from django.contrib.auth import get_user_model
from django.contrib.auth.models import Group

from anleitung.accounts.keepers import become_keeper
from anleitung.accounts.roles import MAINTAINER
from anleitung.demo.catalogue import codenames

SINCE = datetime(2026, 10, 1, 12, 0, tzinfo=UTC)


def made_maintainer(name: str, *keeps: str) -> Any:
    """keeps: codenames; all of the demo where none is named."""
    made = get_user_model().objects.create_user(name, password="a-long-enough-word")
    made.groups.add(Group.objects.get(name=MAINTAINER))
    for codename in keeps or codenames():
        become_keeper(made, codename, now=SINCE)
    return made
