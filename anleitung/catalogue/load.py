"""Reading the catalogue. Documents are kept by fingerprint, since they never change under it."""

import json
import logging
from collections.abc import Iterable
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from anleitung.catalogue.errors import NoSuchDocument, UnreadableDocument
from anleitung.catalogue.models import Entry, Version
from anleitung.core.documents.base import fingerprint_of
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.documents.program import Program
from anleitung.core.documents.scheme import NamingScheme
from anleitung.core.documents.system import SystemState
from anleitung.core.documents.tool import Tool
from anleitung.core.formats.schema import DOCUMENTS
from anleitung.core.guide.passage import Passage
from anleitung.core.schemes.decode import AmbiguousScheme, Reader
from anleitung.core.schemes.place import place_builds
from anleitung.core.updates.moves import Graph
from anleitung.storage.recent import Kept

_log = logging.getLogger(__name__)
_DOCUMENTS: Kept[tuple[str, str], BaseModel] = Kept(most=4_000)
_READERS: Kept[str, Reader] = Kept(most=40)
_GRAPHS: Kept[tuple[str, ...], Graph] = Kept(most=40)
_Document = TypeVar("_Document", bound=BaseModel)


def find_entry(kind: str, codename: str, name: str) -> Entry:
    """Raises NoSuchDocument."""
    found = (
        Entry.objects.filter(kind=kind, codename=codename, name=name)
        .select_related("current", "current__by")
        .first()
    )
    if found is None or found.current is None:
        raise NoSuchDocument(f"The catalogue has no {kind} {name[:80]}.")
    return found


def document_of(version: Version, kind: str) -> Any:
    """The checked document of a version, held against its fingerprint when it is first read.

    Raises UnreadableDocument.
    """
    return _DOCUMENTS.get_or((kind, version.fingerprint), lambda: _read(version, kind))


def _read(version: Version, kind: str) -> BaseModel:
    try:
        body = json.loads(version.body)
        if fingerprint_of(kind, body) != version.fingerprint:
            raise UnreadableDocument(
                f"{version} is not what its fingerprint says: it was changed in storage. "
                "Restore it from a copy of the site."
            )
        return DOCUMENTS[kind].model_validate(body)
    except (ValidationError, ValueError, RecursionError) as error:
        faults = error.errors() if isinstance(error, ValidationError) else []
        why = faults[0]["msg"] if faults else type(error).__name__
        raise UnreadableDocument(f"{version} cannot be read by today's rules: {why}.") from error


def readable(rows: Iterable[Version | None], kind: str) -> list[Any]:
    """The documents that can be read; one that cannot takes nothing from the others."""
    found = []
    for row in rows:
        try:
            if row is not None:
                found.append(document_of(row, kind))
        except UnreadableDocument as error:
            _log.error("%s", error)
    return found


def unreadable_entries() -> list[tuple[Entry, str]]:
    """What the catalogue holds and cannot be read, with the reason."""
    found = []
    rows = Entry.objects.filter(current__isnull=False, retired_at__isnull=True)
    for entry in rows.select_related("current").order_by("kind", "codename", "name"):
        try:
            document_of(entry.current, entry.kind)  # type: ignore[arg-type]
        except UnreadableDocument as error:
            found.append((entry, str(error)))
    return found


def entries(kind: str, codename: str = "", *, retired: bool = False) -> list[Entry]:
    """Those in use, by name; with retired, those as well."""
    rows = Entry.objects.filter(kind=kind, current__isnull=False).select_related("current")
    if codename:
        rows = rows.filter(codename=codename)
    if not retired:
        rows = rows.filter(retired_at__isnull=True)
    return list(rows.order_by("name"))


def _all(kind: str, of: type[_Document], codename: str = "") -> list[_Document]:
    return readable((e.current for e in entries(kind, codename)), kind)


def load_devices() -> list[Device]:
    return _all("device", Device)


def load_schemes() -> list[NamingScheme]:
    return _all("scheme", NamingScheme)


def load_tools() -> list[Tool]:
    return _all("tool", Tool)


def load_programs() -> list[Program]:
    return _all("program", Program)


def load_passages() -> list[Passage]:
    return _all("passage", Passage)


def load_systems(codename: str) -> list[SystemState]:
    return _all("system", SystemState, codename)


def load_device(codename: str) -> Device:
    """Raises NoSuchDocument."""
    entry = find_entry("device", codename, codename)
    device: Device = document_of(entry.current, "device")  # type: ignore[arg-type]
    return device


def load_reader(device: Device) -> Reader | None:
    """The naming scheme of a codename, ready to read; None where it has none."""
    if device.scheme is None:
        return None
    entry = (
        Entry.objects.filter(kind="scheme", name=device.scheme).select_related("current").first()
    )
    if entry is None or entry.current is None:
        return None
    try:
        return reader_of(entry.current)
    except (UnreadableDocument, AmbiguousScheme) as error:
        _log.error("%s", error)
        return None


def reader_of(version: Version) -> Reader:
    return _READERS.get_or(version.fingerprint, lambda: Reader(document_of(version, "scheme")))


def load_readers() -> list[Reader]:
    found = []
    for entry in entries("scheme"):
        try:
            if entry.current is not None:
                found.append(reader_of(entry.current))
        except (UnreadableDocument, AmbiguousScheme) as error:
            _log.error("%s", error)
    return found


def load_graph(device: Device) -> Graph:
    """The builds of a codename, placed, with the moves between them."""
    rows = [e.current for e in entries("build", device.codename) if e.current]
    reader = load_reader(device)
    scheme = str(reader.scheme.model_dump_json()) if reader else ""
    key = (device.codename, scheme, *(row.fingerprint for row in rows))

    def made() -> Graph:
        return Graph(place_builds(readable(rows, "build"), reader, always=True))

    return _GRAPHS.get_or(key, made)


def stored_builds(codename: str) -> dict[str, Build]:
    """By build string, as they were entered: not placed, in order or line, by the scheme."""
    documents: list[Build] = readable((e.current for e in entries("build", codename)), "build")
    return {b.build: b for b in documents}


def load_builds(device: Device) -> dict[str, Build]:
    """By build string, oldest first within each line."""
    return load_graph(device).builds


def current_fingerprints() -> dict[tuple[str, str, str], str]:
    """(kind, codename, name) → fingerprint of the version in use, retired documents left out."""
    rows: Iterable[tuple[str, str, str, str]] = Entry.objects.filter(
        retired_at__isnull=True, current__isnull=False
    ).values_list("kind", "codename", "name", "current__fingerprint")
    return {(kind, codename, name): fingerprint for kind, codename, name, fingerprint in rows}


def known_codenames(codenames: Iterable[str]) -> list[str]:
    """Those of them that the catalogue holds, retired or not."""
    wanted = list(codenames)
    rows = Entry.objects.filter(kind="device", name__in=wanted, current__isnull=False)
    held = set(rows.values_list("name", flat=True))
    return [codename for codename in wanted if codename in held]
