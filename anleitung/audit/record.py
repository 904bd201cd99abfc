"""Entries are added within the transaction of what they tell of: both stand, or neither."""

import secrets
from collections.abc import Iterator
from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.audit.models import Entry, Mark
from anleitung.core.record import Link, body_of, first_fault, next_link


def note(actor: User | None, did: str, about: str, *, now: datetime, **told: Any) -> Entry:
    """did: a word such as "published"; about: what it was done to; told: what else is bound.

    Names of people never stand in it, only their marks.
    """
    who = mark_of(actor) if actor is not None else "site"
    body = body_of(at=now.isoformat(), who=who, did=did, about=about, told=told)
    with transaction.atomic():
        last = Entry.objects.order_by("-number").first()
        link = next_link(_link(last) if last else None, body)
        return Entry.objects.create(
            number=link.number, body=link.body, before=link.before, digest=link.digest
        )


def mark_of(user: User) -> str:
    """What stands for a person in the record."""
    found, _ = Mark.objects.get_or_create(user=user, defaults={"mark": secrets.token_hex(8)})
    return found.mark


def forget_person(user: User) -> None:
    """The mark stays, and nobody is told any more whom it stands for."""
    Mark.objects.filter(user=user).update(user=None)


def links() -> Iterator[Link]:
    return (_link(entry) for entry in Entry.objects.order_by("number").iterator())


def fault_of_record(head: str = "") -> str:
    return first_fault(links(), head)


def _link(entry: Entry) -> Link:
    return Link(entry.number, entry.body, entry.before, entry.digest)
