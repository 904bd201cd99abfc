"""A codename goes from one keeper to another, with both sides' yes; or to who asks for it."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.errors import PeopleRefused
from anleitung.accounts.keepers import become_keeper, keeps, orphaned, require_keeper
from anleitung.accounts.models import HandOver, Keeper
from anleitung.accounts.roles import is_administrator, is_maintainer, require_maintainer
from anleitung.audit.record import mark_of, note
from anleitung.core.documents.stated import stated


def offer(*, actor: User, codename: str, taker: str, now: datetime) -> HandOver:
    """The taker says yes or no. Raises NotAllowed, PeopleRefused."""
    require_keeper(actor, codename)
    with transaction.atomic():
        other = User.objects.filter(username=taker, is_active=True).first()
        if other is None or not is_maintainer(other):
            raise PeopleRefused(f"No maintainer is called {taker[:40]}.")
        if keeps(other, codename):
            raise PeopleRefused(f"{taker} keeps {codename} already.")
        giver = actor if keeps(actor, codename) else None
        return _begin(codename, giver=giver, taker=other, given_at=now, now=now)


def ask_for(*, actor: User, codename: str, reason: str, now: datetime) -> HandOver:
    """Where nobody keeps it an administrator says yes, else one of its keepers.

    Raises NotAllowed, PeopleRefused.
    """
    require_maintainer(actor)
    says = "Say in 10 to 500 characters what you mean to do for it."
    text = stated(reason, least=10, most=500, error=PeopleRefused, says=says)
    with transaction.atomic():
        if keeps(actor, codename):
            raise PeopleRefused(f"You keep {codename} already.")
        return _begin(codename, taker=actor, taken_at=now, reason=text, now=now)


def agree(*, actor: User, number: int, now: datetime) -> HandOver:
    """The other side's yes: with it the codename is the taker's. Raises PeopleRefused."""
    with transaction.atomic():
        found = _standing(number)
        if found.taken_at is None:
            _require(actor == found.taker)
            found.taken_at = now
        else:
            _require(may_give(actor, found.codename, now=now))
            found.given_at = now
            found.giver = actor if keeps(actor, found.codename) else None
        if not is_maintainer(found.taker):
            raise PeopleRefused(f"{found.taker} is no maintainer any more.")
        found.ended_at = now
        found.save()
        if found.giver is not None and not found.reason:
            Keeper.objects.filter(codename=found.codename, user=found.giver, until=None).update(
                until=now
            )
        become_keeper(found.taker, found.codename, now=now)
        note(actor, "keeper", found.codename, now=now, taker=mark_of(found.taker))
    return found


def refuse(*, actor: User, number: int, now: datetime) -> None:
    """Either side's no, also a taking back. Raises NotAllowed, PeopleRefused."""
    with transaction.atomic():
        found = _standing(number)
        _require(actor in (found.taker, found.giver) or may_give(actor, found.codename, now=now))
        found.ended_at = now
        found.save(update_fields=["ended_at"])


def may_give(actor: User, codename: str, *, now: datetime) -> bool:
    """Its keepers; an administrator where it is orphaned."""
    if not is_maintainer(actor):
        return False
    lost = bool(orphaned([codename], now=now))
    return keeps(actor, codename) or (is_administrator(actor) and lost)


def _begin(codename: str, *, taker: User, now: datetime, **more: object) -> HandOver:
    if not Keeper.objects.filter(codename=codename).exists():
        raise PeopleRefused(f"No codename is called {codename[:60]}.")
    if HandOver.objects.filter(codename=codename, taker=taker, ended_at=None).exists():
        raise PeopleRefused("This is under way already: the other side has to say yes.")
    return HandOver.objects.create(codename=codename, taker=taker, at=now, **more)


def _standing(number: int) -> HandOver:
    found = HandOver.objects.filter(pk=number, ended_at=None).select_related("taker", "giver")
    first = found.first()
    if first is None:
        raise PeopleRefused("This was answered or taken back already.")
    return first


def _require(is_right: bool) -> None:
    if not is_right:
        raise PeopleRefused("The other side has to say yes to this.")
