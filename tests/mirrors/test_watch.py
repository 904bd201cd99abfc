"""Rounds over the sources of stored guides, against the simulated mirror."""

from collections.abc import Iterator
from datetime import timedelta
from threading import Thread
from typing import Any

import pytest

from anleitung.guides.models import Revision
from anleitung.mirrors.due import run_when_due
from anleitung.mirrors.errors import WatchRefused
from anleitung.mirrors.fetch import Asking, Limits
from anleitung.mirrors.management.commands.run_worker import resume
from anleitung.mirrors.models import Change, Check, Look, Schedule
from anleitung.mirrors.services.run_check import AtOnce, run_check
from anleitung.mirrors.services.set_schedule import set_schedule
from anleitung.mirrors.services.settle import settle
from anleitung.mirrors.services.start_check import cancel_check, start_check
from anleitung.mirrors.sources import open_changes, sources_of
from anleitung.standins.mirror import HOSTS, Mirror, Served, load_served
from tests.conftest import NOW

RING = "/palstek/rettungsring-3.2-palstek.img"
QUICK = Limits(seconds=0.4, silence=0.4)
USUAL = AtOnce(8, 4)

pytestmark = pytest.mark.clock


@pytest.fixture
def mirror() -> Iterator[Mirror]:
    with Mirror(0, load_served()) as server:
        Thread(target=server.serve_forever, daemon=True).start()
        yield server
        server.shutdown()


def run(check: Check, mirror: Mirror, *, day: int = 0, at_once: AtOnce = USUAL) -> None:
    ins = dict.fromkeys(HOSTS, ("127.0.0.1", mirror.server_address[1]))
    asking = Asking(reads=False, limits=QUICK, stand_ins=ins)
    now = NOW + timedelta(days=day)
    run_check(check_id=check.pk, asking=asking, at_once=at_once, now=lambda: now)


def begin(actor: Any, *, reads: bool = True, day: int = 0) -> Check:
    now = NOW + timedelta(days=day)
    return start_check(actor=actor, reads=reads, codename="palstek", now=now)


def matters() -> dict[str, str]:
    return {change.address: change.standing for _, change in open_changes(sources_of("palstek"))}


def test_a_replaced_file_is_a_matter_with_before_and_after(
    revision: Revision, maintainer: Any, mirror: Mirror
) -> None:
    run(begin(maintainer), mirror)
    change = Change.objects.get(address__endswith=RING)
    assert (change.before["standing"], change.after["standing"]) == ("on record", "replaced")
    assert change.before["sha256"] != change.after["sha256"] != ""
    source = next(s for s, c in open_changes(sources_of("palstek")) if c == change)
    assert source.titles == ["Install Wattläufer 5 1.0.0"]


def test_the_same_state_opens_no_second_matter_and_a_right_one_settles_it(
    revision: Revision, maintainer: Any, mirror: Mirror
) -> None:
    run(begin(maintainer), mirror)
    first = matters()
    run(begin(maintainer, day=1), mirror, day=1)
    again = matters()
    # What did not come through is a matter only when it was seen twice.
    assert again.items() >= first.items()
    assert set(again.values()) - set(first.values()) == {"too-slow"}
    served = mirror.served[RING]
    mirror.served[RING] = Served(served.name, served.size)
    run(begin(maintainer, day=2), mirror, day=2)
    assert f"https://mirror.example{RING}" not in matters()
    assert Change.objects.get(address__endswith=RING).because.startswith("right again")


def test_a_settled_matter_stays_settled_while_nothing_changes(
    revision: Revision, maintainer: Any, mirror: Mirror
) -> None:
    run(begin(maintainer), mirror)
    change = Change.objects.get(address__endswith=RING)
    settle(actor=maintainer, change_id=change.pk, because="both are good", now=NOW)
    run(begin(maintainer, day=1), mirror, day=1)
    assert change.address not in matters()
    with pytest.raises(WatchRefused, match="settled already"):
        settle(actor=maintainer, change_id=change.pk, because="again", now=NOW)


def test_a_size_alone_does_not_settle_other_bytes(
    revision: Revision, maintainer: Any, mirror: Mirror
) -> None:
    run(begin(maintainer), mirror)
    run(begin(maintainer, reads=False, day=1), mirror, day=1)
    assert matters()[f"https://mirror.example{RING}"] == "replaced"


def test_a_round_goes_on_where_it_was_left(
    revision: Revision, maintainer: Any, mirror: Mirror
) -> None:
    check = begin(maintainer, reads=False)
    done = Look.objects.filter(check_round=check).first()
    assert done is not None
    Look.objects.filter(pk=done.pk).update(standing="right", says="from before", at=NOW)
    Check.objects.update(state="running")
    resume("default")
    run(check, mirror)
    check.refresh_from_db()
    done.refresh_from_db()
    assert (check.state, done.says) == ("done", "from before")
    assert not Look.objects.filter(standing="").exists()


def test_a_stopped_round_keeps_what_it_has_and_looks_no_further(
    revision: Revision, maintainer: Any, mirror: Mirror
) -> None:
    check = begin(maintainer)
    cancel_check(actor=maintainer, check_id=check.pk, now=NOW)
    run(check, mirror)
    check.refresh_from_db()
    assert check.state == "cancelled"
    assert not Look.objects.exclude(standing="").exists()
    with pytest.raises(WatchRefused, match="at its end"):
        cancel_check(actor=maintainer, check_id=check.pk, now=NOW)


def test_never_more_at_once_than_allowed(
    revision: Revision, maintainer: Any, mirror: Mirror
) -> None:
    mirror.delay = 0.05
    run(begin(maintainer, reads=False), mirror, at_once=AtOnce(3, 2))
    assert 1 < mirror.most_at_once <= 3


def test_one_round_at_a_time(revision: Revision, maintainer: Any) -> None:
    begin(maintainer)
    with pytest.raises(WatchRefused, match="under way"):
        begin(maintainer)


@pytest.mark.parametrize("hours", [1, 5, 10_000])
def test_hosts_are_not_pressed(maintainer: Any, hours: int) -> None:
    with pytest.raises(WatchRefused, match="not pressed"):
        set_schedule(actor=maintainer, every_hours=hours, reads=False, now=NOW)


def test_a_schedule_asks_for_rounds_until_it_is_replaced(
    revision: Revision, maintainer: Any
) -> None:
    first = set_schedule(actor=maintainer, every_hours=24, reads=True, now=NOW)
    run_when_due(schedule_id=first.pk, now=NOW)
    assert Check.objects.get().asked_by is None
    Check.objects.update(state="done")
    set_schedule(actor=maintainer, every_hours=0, reads=False, now=NOW)
    run_when_due(schedule_id=first.pk, now=NOW)
    assert Check.objects.count() == 1
    assert Schedule.objects.get().every_hours == 0
