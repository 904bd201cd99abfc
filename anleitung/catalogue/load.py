"""Reading the catalogue. Documents are kept by fingerprint, since they never change under it."""

import json
from collections.abc import Iterable
from typing import Any, TypeVar

from pydantic import BaseModel

from anleitung.catalogue.errors import NoSuchDocument
from anleitung.catalogue.models import Entry, Version
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.documents.program import Program
from anleitung.core.documents.scheme import NamingScheme
from anleitung.core.documents.system import SystemState
from anleitung.core.documents.tool import Tool
from anleitung.core.formats.schema import DOCUMENTS
from anleitung.core.schemes.decode import Reader
from anleitung.core.schemes.place import place_builds
from anleitung.core.updates.moves import Graph
from anleitung.kept import Kept

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
    """The checked document of a version."""
    return _DOCUMENTS.get_or(
        (kind, version.fingerprint),
        lambda: DOCUMENTS[kind].model_validate(json.loads(version.body)),
    )


def entries(kind: str, codename: str = "", *, retired: bool = False) -> list[Entry]:
    """Those in use, by name; with retired, those as well."""
    rows = Entry.objects.filter(kind=kind, current__isnull=False).select_related("current")
    if codename:
        rows = rows.filter(codename=codename)
    if not retired:
        rows = rows.filter(retired_at__isnull=True)
    return list(rows.order_by("name"))


def _all(kind: str, of: type[_Document], codename: str = "") -> list[_Document]:
    return [document_of(e.current, kind) for e in entries(kind, codename) if e.current]


def load_devices() -> list[Device]:
    return _all("device", Device)


def load_schemes() -> list[NamingScheme]:
    return _all("scheme", NamingScheme)


def load_tools() -> list[Tool]:
    return _all("tool", Tool)


def load_programs() -> list[Program]:
    return _all("program", Program)


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
    return reader_of(entry.current)


def reader_of(version: Version) -> Reader:
    return _READERS.get_or(version.fingerprint, lambda: Reader(document_of(version, "scheme")))


def load_readers() -> list[Reader]:
    return [reader_of(e.current) for e in entries("scheme") if e.current]


def load_graph(device: Device) -> Graph:
    """The builds of a codename, placed, with the moves between them."""
    rows = [e.current for e in entries("build", device.codename) if e.current]
    reader = load_reader(device)
    scheme = str(reader.scheme.model_dump_json()) if reader else ""
    key = (device.codename, scheme, *(row.fingerprint for row in rows))

    def made() -> Graph:
        return Graph(place_builds([document_of(r, "build") for r in rows], reader, always=True))

    return _GRAPHS.get_or(key, made)


def stored_builds(codename: str) -> dict[str, Build]:
    """By build string, as they were entered: not placed, in order or line, by the scheme."""
    rows = [e.current for e in entries("build", codename) if e.current]
    documents: list[Build] = [document_of(row, "build") for row in rows]
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
