"""A bundle: one guide with every document that its proof needs, and their common fingerprint."""

from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

from anleitung.core.documents.base import Fingerprint, body_of, fingerprint_of
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.documents.package import Package
from anleitung.core.documents.program import Program
from anleitung.core.documents.scheme import NamingScheme
from anleitung.core.documents.tool import Tool
from anleitung.core.guide.build_world import build_world
from anleitung.core.guide.document import Guide
from anleitung.core.guide.for_codename import bundle_for
from anleitung.core.guide.passage import Passage
from anleitung.core.guide.walk import actions_of
from anleitung.core.phone.world import World
from anleitung.core.schemes.decode import AmbiguousScheme, Reader
from anleitung.core.schemes.place import place_builds


@dataclass(frozen=True)
class OtherCodename:
    """A further codename that the guide is for, with its builds."""

    device: Device
    builds: tuple[Build, ...]

    def __post_init__(self) -> None:
        object.__setattr__(self, "builds", tuple(sorted(self.builds, key=_build_key)))


@dataclass(frozen=True)
class Bundle:
    """builds: as they are listed; ``placed`` has them in order. Packages and tools by id.

    others: where the guide is for several codenames. Such a bundle is stored and checked; what is
    run, proved and shown is what it is for one of them (``for_codename``).
    """

    guide: Guide
    device: Device
    builds: tuple[Build, ...]
    packages: tuple[Package, ...]
    tools: tuple[Tool, ...]
    schemes: tuple[NamingScheme, ...] = ()
    programs: tuple[Program, ...] = ()
    others: tuple[OtherCodename, ...] = ()
    passages: tuple[Passage, ...] = ()

    def __post_init__(self) -> None:
        object.__setattr__(self, "builds", tuple(sorted(self.builds, key=_build_key)))
        object.__setattr__(self, "packages", tuple(sorted(self.packages, key=lambda p: p.id)))
        object.__setattr__(self, "tools", tuple(sorted(self.tools, key=lambda t: t.id)))
        object.__setattr__(self, "programs", tuple(sorted(self.programs, key=lambda p: p.id)))
        object.__setattr__(self, "schemes", tuple(sorted(self.schemes, key=lambda s: s.id)))
        object.__setattr__(self, "passages", tuple(sorted(self.passages, key=lambda p: p.id)))
        by_codename = tuple(sorted(self.others, key=lambda o: o.device.codename))
        object.__setattr__(self, "others", by_codename)

    def with_guide(self, guide: Guide) -> "Bundle":
        """The same documents around another guide."""
        return replace(self, guide=guide)

    def with_packages(self, packages: tuple[Package, ...], guide: Guide) -> "Bundle":
        """guide: with the files that it lists now."""
        return replace(self, packages=packages, guide=guide)

    def steps_using(self, package: str) -> list[str]:
        """Ids of the steps that use a file, obtaining it aside."""
        return [
            step.id
            for step in actions_of(self.guide)
            if not step.only_fetches and package in step.used_files()
        ]

    @property
    def codenames(self) -> tuple[str, ...]:
        """Those that the guide is for, its home first."""
        return (self.device.codename, *(o.device.codename for o in self.others))

    def for_codename(self, codename: str) -> "Bundle":
        """As it is for one of them; made once. Raises KeyError, NothingForCodename."""
        if codename not in self.codenames:
            raise KeyError(codename)
        if codename not in self._made:
            self._made[codename] = bundle_for(self, codename)
        return self._made[codename]

    @property
    def each(self) -> tuple["Bundle", ...]:
        """What it is for each codename. Raises NothingForCodename."""
        return tuple(map(self.for_codename, self.codenames))

    @cached_property
    def _made(self) -> dict[str, "Bundle"]:
        return {}

    @cached_property
    def documents(self) -> dict[str, dict[str, Any]]:
        """Every document as plain values under "kind/id", the builds in their order."""
        found = {
            "guide": body_of(self.guide),
            "device": body_of(self.device),
            "builds": {"builds": [body_of(b) for b in self.builds]},
        }
        found |= {f"package/{p.id}": body_of(p) for p in self.packages}
        found |= {f"tool/{t.id}": body_of(t) for t in self.tools}
        found |= {f"scheme/{s.id}": body_of(s) for s in self.schemes}
        found |= {f"program/{p.id}": body_of(p) for p in self.programs}
        found |= {f"passage/{p.id}": body_of(p) for p in self.passages}
        for other in self.others:
            codename = other.device.codename
            found[f"device/{codename}"] = body_of(other.device)
            found[f"builds/{codename}"] = {"builds": [body_of(b) for b in other.builds]}
        return found

    @cached_property
    def manifest(self) -> dict[str, str]:
        """The fingerprint of each document. Builds and package digests are among them."""
        return {
            name: fingerprint_of(name.partition("/")[0], body)
            for name, body in sorted(self.documents.items())
        }

    @cached_property
    def fingerprint(self) -> Fingerprint:
        return fingerprint_of("manifest", self.manifest)

    @cached_property
    def options(self) -> dict[str, tuple[str, ...]]:
        return {o.id: tuple(c.id for c in o.choices) for o in self.guide.options}

    @cached_property
    def world(self) -> World:
        """What the steps run in, built once. Raises RuntimeError for several codenames at once."""
        if self.others:
            raise RuntimeError("a guide for several codenames is run for one of them")
        return build_world(self)

    @cached_property
    def placed(self) -> tuple[Build, ...]:
        """The builds, oldest first within each line."""
        try:
            return place_builds(self.builds, self.build_reader)
        except AmbiguousScheme:
            return place_builds(self.builds, None)

    @cached_property
    def build_reader(self) -> Reader | None:
        """The naming scheme of the codename, ready to read; None where it has none.

        Raises AmbiguousScheme.
        """
        found = next((s for s in self.schemes if s.id == self.device.scheme), None)
        return Reader(found) if found else None


def _build_key(build: Build) -> tuple[str, int, str]:
    return (*build.place, build.build)
