"""Documents of the demo's catalogue for tests of core, read straight from their files."""

from functools import cache
from typing import Any

from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.documents.scheme import NamingScheme
from anleitung.core.schemes.decode import Reader
from anleitung.core.schemes.place import place_builds
from anleitung.core.updates.moves import Graph
from anleitung.demo.catalogue import catalogue_files


@cache
def plain(kind: str, name: str) -> Any:
    """name: the codename of a device, the id of a scheme or tool."""
    return next(
        value
        for each, codename, value in catalogue_files()
        if each == kind and name in (codename, value.get("id"))
    )


def device(codename: str) -> Device:
    return Device.model_validate(plain("device", codename))


def reader(codename: str) -> Reader:
    return Reader(NamingScheme.model_validate(plain("scheme", device(codename).scheme or "")))


@cache
def graph(codename: str) -> Graph:
    builds = [
        Build.model_validate(value)
        for kind, name, value in catalogue_files()
        if (kind, name) == ("build", codename)
    ]
    return Graph(place_builds(builds, reader(codename)))
