"""Limits: over processes, restarts and changes of the clock; addresses behind proxies."""

from datetime import datetime, timedelta
from typing import Any

import pytest
from django.test import RequestFactory
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from anleitung.limits.addresses import client_address
from anleitung.limits.models import DayKey, Spent
from anleitung.limits.spend import Limit, TooMany, address_name, spend
from tests.conftest import NOW

FEW = Limit("use", 3, 5)


def use(who: str, at: datetime, limit: Limit = FEW) -> bool:
    try:
        spend(limit, who, now=at, says="later")
    except TooMany:
        return False
    return True


@pytest.mark.django_db
def test_each_and_all_have_their_limit_within_the_hour() -> None:
    assert [use("a", NOW) for _ in range(4)] == [True, True, True, False]
    assert [use("b", NOW) for _ in range(3)] == [True, True, False]
    assert use("a", NOW + timedelta(minutes=61))


@pytest.mark.django_db
def test_a_clock_that_was_set_back_neither_opens_nor_closes_for_long() -> None:
    limit = Limit("use", 2)
    assert use("a", NOW, limit)
    back = NOW - timedelta(days=30)
    assert [use("a", back, limit) for _ in range(2)] == [True, False]
    assert use("a", back + timedelta(minutes=61), limit)


@pytest.mark.django_db
@settings(
    max_examples=40,
    suppress_health_check=[HealthCheck.function_scoped_fixture, HealthCheck.too_slow],
)
@given(st.lists(st.integers(0, 200), max_size=25))
def test_never_more_than_the_limit_within_any_hour(steps: list[int]) -> None:
    Spent.objects.all().delete()
    at, taken = NOW, []
    for minutes in steps:
        at += timedelta(minutes=minutes)
        if use("a", at, Limit("use", 4)):
            taken.append(at)
        recent = [t for t in taken if at - t < timedelta(hours=1)]
        assert len(recent) <= 4
        assert use("b", at, Limit("use", 10_000)) or len(recent) == 4


@pytest.mark.django_db
def test_how_long_one_has_to_wait_is_said() -> None:
    limit = Limit("use", 2)
    use("a", NOW, limit)
    use("a", NOW + timedelta(minutes=10), limit)
    with pytest.raises(TooMany) as refused:
        spend(limit, "a", now=NOW + timedelta(minutes=20), says="later")
    assert refused.value.again == 40 * 60 + 1


@pytest.mark.django_db
def test_the_name_of_an_address_lasts_a_day_and_leads_to_nobody() -> None:
    name = address_name("192.0.2.7", NOW)
    assert name == address_name("192.0.2.7", NOW + timedelta(minutes=1))
    assert "192.0.2.7" not in name
    assert name != address_name("192.0.2.7", NOW + timedelta(days=1))
    assert [k.day for k in DayKey.objects.all()] == [(NOW + timedelta(days=1)).date()]


@pytest.mark.parametrize(
    ("peer", "header", "proxies", "counted"),
    [
        ("192.0.2.7", "", [], "192.0.2.7"),
        ("192.0.2.7", "198.51.100.1", [], "192.0.2.7"),
        ("10.0.0.1", "198.51.100.1", ["10.0.0.1"], "198.51.100.1"),
        ("10.0.0.1", "203.0.113.5, 198.51.100.1", ["10.0.0.0/8"], "198.51.100.1"),
        ("10.0.0.1", "203.0.113.5, 198.51.100.1, 10.0.0.2", ["10.0.0.0/8"], "198.51.100.1"),
        ("10.0.0.1", "nonsense", ["10.0.0.1"], "10.0.0.1"),
        ("2001:db8:1:2:3:4:5:6", "", [], "2001:db8:1:2::"),
        ("::ffff:192.0.2.7", "", [], "192.0.2.7"),
        ("", "", [], "unknown"),
    ],
)
def test_only_named_proxies_say_where_a_request_comes_from(
    peer: str, header: str, proxies: list[str], counted: str, settings: Any
) -> None:
    settings.PROXIES = proxies
    request = RequestFactory().get("/", REMOTE_ADDR=peer, HTTP_X_FORWARDED_FOR=header)
    assert client_address(request) == counted
