"""A document of the catalogue gets a new version."""

from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from pydantic import BaseModel

from anleitung.accounts.keepers import become_keeper, require_keeper
from anleitung.accounts.roles import require_maintainer
from anleitung.catalogue.errors import DocumentMoved, NoteRefused
from anleitung.catalogue.load import known_codenames
from anleitung.catalogue.models import Entry, Version
from anleitung.core.documents.base import body_of, canonical_bytes, fingerprint_of
from anleitung.core.documents.device import Device
from anleitung.core.documents.scheme import NamingScheme
from anleitung.core.documents.stated import stated
from anleitung.core.formats.check_document import FieldFault, InvalidDocument, check_document
from anleitung.core.schemes.ambiguity import UndecidedScheme, find_two_ways

KINDS = ("device", "build", "scheme", "tool", "program", "system", "passage")


def save_document(
    *,
    actor: User,
    kind: str,
    value: Any,
    codename: str = "",
    seen: str,
    note: str = "",
    now: datetime,
) -> Version:
    """seen: the fingerprint of the version that the actor started from, "" for a new document.

    codename: for builds, whose string does not say it. A document that is the same as the standing
    one makes no new version. Raises InvalidDocument, DocumentMoved; then nothing is stored.
    """
    require_maintainer(actor)
    says = "A note has at most 200 characters."
    note = stated(note, least=0, most=200, error=NoteRefused, says=says)
    document = checked(kind, value)
    codename, name = address_of(kind, document, codename)
    require_keeper(actor, *known_codenames((codename,)))
    with transaction.atomic():
        _require_neighbours(kind, document, codename)
        entry, _ = Entry.objects.select_related("current").get_or_create(
            kind=kind, codename=codename, name=name
        )
        if seen and entry.current is None:
            says = f"{entry} is not in the catalogue: a document keeps its name. Enter a new one"
            raise InvalidDocument([FieldFault((), says)])
        standing = entry.current.fingerprint if entry.current else ""
        if standing != seen:
            raise DocumentMoved(_moved(entry), standing=standing)
        return put(entry, document, actor=actor, note=note, now=now)


def put(entry: Entry, document: BaseModel, *, actor: User, note: str, now: datetime) -> Version:
    """Within a transaction: the next version, or the standing one where nothing differs."""
    body = body_of(document)
    fingerprint = fingerprint_of(entry.kind, body)
    if entry.kind == "device" and entry.current is None:
        become_keeper(actor, entry.name, now=now)
    if entry.current is not None and entry.current.fingerprint == fingerprint:
        return entry.current
    version = Version.objects.create(
        entry=entry,
        number=entry.versions.count() + 1,
        fingerprint=fingerprint,
        body=canonical_bytes(body).decode(),
        note=note,
        at=now,
        by=actor,
    )
    entry.current = version
    entry.save(update_fields=["current"])
    return version


def checked(kind: str, value: Any) -> BaseModel:
    """Raises InvalidDocument; a scheme that reads a string in two ways is none."""
    document = check_document(kind, value)
    if isinstance(document, NamingScheme):
        try:
            twice = find_two_ways(document)
        except UndecidedScheme as error:
            raise InvalidDocument([FieldFault(("forms",), str(error))]) from error
        if twice is not None:
            raise InvalidDocument(
                [
                    FieldFault(
                        ("forms",),
                        f"{twice.text!r} reads in two ways ({twice.first}, {twice.second}). Put a "
                        "separator between the fields, or give them a fixed length.",
                    )
                ]
            )
    return document


def address_of(kind: str, document: Any, codename: str) -> tuple[str, str]:
    """(codename, name) of an entry."""
    match kind:
        case "device":
            return document.codename, document.codename
        case "build":
            return codename, document.build
        case "system":
            return document.codename, document.system
        case _:
            return "", document.id


def _require_neighbours(kind: str, document: Any, codename: str) -> None:
    """What a document names of others must be in the catalogue."""
    scheme = document.scheme if isinstance(document, Device) else None
    if scheme is not None and not Entry.objects.filter(kind="scheme", name=scheme).exists():
        raise InvalidDocument([FieldFault(("scheme",), f"no naming scheme is called {scheme}")])
    of_codename = kind in ("build", "system")
    if of_codename and not Entry.objects.filter(kind="device", name=codename).exists():
        raise InvalidDocument([FieldFault((), f"no codename is called {codename[:60]!r}")])


def _moved(entry: Entry) -> str:
    assert entry.current is not None
    return (
        f"{entry} has a newer version: {entry.current.by} saved it on "
        f"{entry.current.at:%-d %B %Y at %H:%M} UTC. Yours is kept here; compare the two."
    )
