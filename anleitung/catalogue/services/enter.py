"""Documents that came with a bundle and that the catalogue does not hold yet are entered."""

from collections.abc import Iterator
from datetime import datetime

from django.contrib.auth.models import User
from pydantic import BaseModel

from anleitung.catalogue.models import Entry
from anleitung.catalogue.services.save import put
from anleitung.core.guide.bundle import Bundle

Address = tuple[str, str, str]  # kind, codename, name


def catalogue_documents(bundle: Bundle) -> Iterator[tuple[Address, BaseModel]]:
    """The documents of a bundle that a catalogue holds, schemes before what names them."""
    codename = bundle.device.codename
    for scheme in bundle.schemes:
        yield ("scheme", "", scheme.id), scheme
    for tool in bundle.tools:
        yield ("tool", "", tool.id), tool
    for program in bundle.programs:
        yield ("program", "", program.id), program
    for passage in bundle.passages:
        yield ("passage", "", passage.id), passage
    yield ("device", codename, codename), bundle.device
    for build in bundle.builds:
        yield ("build", codename, build.build), build
    for other in bundle.others:
        codename = other.device.codename
        yield ("device", codename, codename), other.device
        for build in other.builds:
            yield ("build", codename, build.build), build


def enter_missing(bundle: Bundle, *, actor: User, now: datetime) -> int:
    """Within a transaction. What is already there stays as it is. Returns how many were entered."""
    count = 0
    for (kind, codename, name), document in catalogue_documents(bundle):
        entry, is_new = Entry.objects.get_or_create(kind=kind, codename=codename, name=name)
        if is_new:
            put(entry, document, actor=actor, note=f"came with {bundle.guide.id}", now=now)
            count += 1
    return count
