"""Two people at the same moment: one is first, the other is told, nothing is lost or doubled."""

from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from threading import Barrier
from typing import Any

import pytest
from django.contrib.auth import get_user_model
from django.contrib.auth.models import Group, User
from django.db import connections

from anleitung.accounts.roles import ADMINISTRATOR, MAINTAINER, ensure_roles
from anleitung.accounts.services.invite import come_in, invite
from anleitung.audit.record import fault_of_record
from anleitung.catalogue.errors import DocumentMoved
from anleitung.catalogue.load import find_entry
from anleitung.catalogue.models import Entry, Version
from anleitung.catalogue.services.add_builds import Added, add_builds
from anleitung.catalogue.services.save import save_document
from anleitung.core.formats.build_list import Filling
from anleitung.guides.models import Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.review.models import PassedGate
from anleitung.review.services.publish import publish
from tests.conftest import NOW
from tests.core.bundles import edited_files
from tests.core.demo_catalogue import plain
from tests.guards import put_back, take_off
from tests.people import made_maintainer
from tests.ready import let_through

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def actor(transactional_db: None) -> Iterator[Any]:
    put_back()
    ensure_roles()
    user = get_user_model().objects.create_user(username="mira.f", password="a-long-enough-word")
    user.groups.add(Group.objects.get(name=MAINTAINER))
    for kind, name in (("scheme", "tidewerk"), ("tool", "lotse"), ("device", "palstek")):
        save_document(actor=user, kind=kind, value=plain(kind, name), seen="", now=NOW)
    yield user
    # Emptying the tables after this test must not be hindered by what guards them.
    take_off()


@pytest.fixture(autouse=True, scope="module")
def _triggers_stand_again(django_db_blocker: Any, django_db_setup: None) -> Iterator[None]:
    yield
    with django_db_blocker.unblock():
        put_back()
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


def outcomes(found: list[Any]) -> list[str]:
    return sorted(type(each).__name__ for each in found)


def test_a_link_lets_one_person_in_and_a_state_is_published_once(actor: Any) -> None:
    boss = made_maintainer("boss", "palstek")
    boss.groups.set([Group.objects.get(name=ADMINISTRATOR)])
    _, secret = invite(actor=boss, role=MAINTAINER, codenames=["palstek"], now=NOW)
    word = {"email": "", "password": "a-long-enough-word", "now": NOW}
    found = at_once(
        *(
            lambda n=n: come_in(secret=secret, name=f"sailor-{n}", **word)  # type: ignore[misc]
            for n in range(4)
        )
    )
    assert outcomes(found) == ["LinkUsed", "LinkUsed", "LinkUsed", "User"]
    assert User.objects.filter(username__startswith="sailor").count() == 1

    draft = bring_in(actor=actor, files=edited_files("unlock", ()), replaces="", now=NOW).draft
    at = {"codename": "palstek", "slug": "unlock", "now": NOW}
    let_through(actor=actor, **at)
    seen = draft.fingerprint
    found = at_once(*(lambda: publish(actor=actor, seen=seen, **at) for _ in range(3)))
    assert outcomes(found).count("Revision") == 1
    assert set(outcomes(found)) <= {"Revision", "AlreadyPublished", "NoSuchDraft"}
    assert Revision.objects.count() == PassedGate.objects.count() == 1
    assert fault_of_record() == ""
