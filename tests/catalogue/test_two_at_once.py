"""Two people at the same moment: one is first, the other is told, nothing is lost or doubled."""

from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from threading import Barrier
from typing import Any

import pytest
from django.contrib.auth import get_user_model
from django.contrib.auth.models import Group
from django.db import connection, connections

from anleitung.accounts.roles import MAINTAINER, ensure_roles
from anleitung.catalogue.apps import GUARDED as CATALOGUE
from anleitung.catalogue.apps import put_back_triggers
from anleitung.catalogue.errors import DocumentMoved
from anleitung.catalogue.load import find_entry
from anleitung.catalogue.models import Entry, Version
from anleitung.catalogue.services.add_builds import Added, add_builds
from anleitung.catalogue.services.save import save_document
from anleitung.core.formats.build_list import Filling
from anleitung.guides.apps import GUARDED as GUIDES
from anleitung.guides.apps import put_back_triggers as put_back_guides
from tests.conftest import NOW
from tests.core.demo_catalogue import plain

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def actor(transactional_db: None) -> Iterator[Any]:
    put_back_triggers()
    ensure_roles()
    user = get_user_model().objects.create_user(username="mira.f", password="a-long-enough-word")
    user.groups.add(Group.objects.get(name=MAINTAINER))
    for kind, name in (("scheme", "tidewerk"), ("tool", "lotse"), ("device", "palstek")):
        save_document(actor=user, kind=kind, value=plain(kind, name), seen="", now=NOW)
    yield user
    # Emptying the tables after this test must not be hindered by what guards them.
    with connection.cursor() as cursor:
        for table in (*CATALOGUE, *GUIDES):
            for name in ("no_update", "no_delete", "no_replace"):
                cursor.execute(f"DROP TRIGGER IF EXISTS {table}_{name}")


@pytest.fixture(autouse=True, scope="module")
def _triggers_stand_again(django_db_blocker: Any, django_db_setup: None) -> Iterator[None]:
    yield
    with django_db_blocker.unblock():
        put_back_triggers()
        put_back_guides()
        ensure_roles()


def at_once(*works: Callable[[], Any]) -> list[Any]:
    """Runs them in threads that begin together; an exception is given back as a value."""
    gate = Barrier(len(works))

    def run(work: Callable[[], Any]) -> Any:
        gate.wait()
        try:
            return work()
        except Exception as error:
            return error
        finally:
            connections.close_all()

    with ThreadPoolExecutor(len(works)) as pool:
        return list(pool.map(run, works))


def test_of_two_changes_one_is_kept_and_the_other_is_told(actor: Any) -> None:
    seen = find_entry("tool", "", "lotse").current
    assert seen is not None

    def change(versions: str) -> Callable[[], Version]:
        value = plain("tool", "lotse") | {"versions": versions}
        return lambda: save_document(
            actor=actor, kind="tool", value=value, seen=seen.fingerprint, now=NOW
        )

    told = at_once(change("5.0"), change("6.0"), change("7.0"))
    kept = [each for each in told if isinstance(each, Version)]
    assert len(kept) == 1
    assert sum(isinstance(each, DocumentMoved) for each in told) == 2
    assert all(e.standing == kept[0].fingerprint for e in told if isinstance(e, DocumentMoved))
    numbers = Version.objects.filter(entry__name="lotse").values_list("number", flat=True)
    assert sorted(numbers) == [1, 2]


def test_same_new_document_from_two_is_entered_once(actor: Any) -> None:
    def enter() -> Version:
        return save_document(
            actor=actor, kind="tool", value=plain("tool", "funke"), seen="", now=NOW
        )

    told = at_once(enter, enter)
    assert Entry.objects.filter(name="funke").count() == 1
    assert Version.objects.filter(entry__name="funke").count() == 1
    assert sum(isinstance(each, Version) for each in told) == 1
    assert sum(isinstance(each, DocumentMoved) for each in told) == 1


def test_two_pasted_lists_that_overlap_store_each_build_once(actor: Any) -> None:
    def paste(first: int) -> Callable[[], Added]:
        text = "\n".join(f"PS-12.9.{i}-KU.r3" for i in range(first, first + 20))
        return lambda: add_builds(
            actor=actor, codename="palstek", text=text, filling=Filling(), now=NOW
        )

    told = at_once(paste(0), paste(10))
    assert sorted(each.new for each in told) == [10, 20]
    assert Entry.objects.filter(kind="build").count() == 30
    assert Version.objects.filter(entry__kind="build").count() == 30
