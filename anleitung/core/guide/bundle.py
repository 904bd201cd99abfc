"""A bundle: one guide with every document that its proof needs, and their common fingerprint."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

from anleitung.core.conditions.text import check_condition
from anleitung.core.documents.base import Fingerprint, body_of, fingerprint_of
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.documents.package import Package
from anleitung.core.documents.program import Program
from anleitung.core.documents.scheme import NamingScheme
from anleitung.core.documents.tool import Tool
from anleitung.core.guide.document import EACH, SLOTS, Branch, Choose, EachSlot, Guide, rows_of
from anleitung.core.guide.script import RunScript
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.check import Check
from anleitung.core.phone.actions.obtain import Obtain
from anleitung.core.phone.cautions import CAUTIONS
from anleitung.core.phone.vocabulary import vocabulary
from anleitung.core.phone.world import World, build_order
from anleitung.core.schemes.decode import (
    AmbiguousScheme,
    CannotDecode,
    Comparison,
    Decoded,
    Reader,
)
from anleitung.core.schemes.place import place_builds

Location = tuple[str | int, ...]


@dataclass(frozen=True, slots=True)
class Mismatch:
    """Two documents of a bundle that do not fit. file: its name in the bundle; at: the field."""

    file: str
    at: Location
    message: str


@dataclass(frozen=True)
class Bundle:
    """builds: as they are listed; ``placed`` has them in order. Packages and tools by id."""

    guide: Guide
    device: Device
    builds: tuple[Build, ...]
    packages: tuple[Package, ...]
    tools: tuple[Tool, ...]
    schemes: tuple[NamingScheme, ...] = ()
    programs: tuple[Program, ...] = ()

    def __post_init__(self) -> None:
        object.__setattr__(self, "builds", tuple(sorted(self.builds, key=_build_key)))
        object.__setattr__(self, "packages", tuple(sorted(self.packages, key=lambda p: p.id)))
        object.__setattr__(self, "tools", tuple(sorted(self.tools, key=lambda t: t.id)))
        object.__setattr__(self, "programs", tuple(sorted(self.programs, key=lambda p: p.id)))
        object.__setattr__(self, "schemes", tuple(sorted(self.schemes, key=lambda s: s.id)))

    def with_guide(self, guide: Guide) -> "Bundle":
        """The same documents around another guide."""
        return replace(self, guide=guide)

    def with_packages(self, packages: tuple[Package, ...], guide: Guide) -> "Bundle":
        """guide: with the files that it lists now."""
        return replace(self, packages=packages, guide=guide)

    def steps_using(self, package: str) -> list[str]:
        """Ids of the steps that use a file, obtaining it aside."""
        steps = [row.step for row in rows_of(self.guide)]
        return [
            s.id
            for s in steps
            if isinstance(s, Step) and not isinstance(s, Obtain) and package in s.used_files()
        ]

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
        """The file set is what the guide lists; a package beside it is not in the set."""
        order = build_order(self.placed)
        listed = {p.id: p for p in self.packages if p.id in self.guide.files}
        # As the guide lists them: the first that has a command for a step is the one.
        tools = tuple(t for name in self.guide.tools for t in self.tools if t.id == name)
        return World(
            device=self.device,
            builds=self.placed,
            packages=listed,
            options=self.options,
            declared=frozenset(self.guide.promise.loses),
            order=order,
            vocabulary=vocabulary(
                self.device, self.placed, self.options, order, self.programs, tools
            ),
            programs={p.id: p for p in self.programs},
            tools={t.id: t for t in tools},
        )

    @cached_property
    def placed(self) -> tuple[Build, ...]:
        """The builds, oldest first within each line."""
        try:
            return place_builds(self.builds, self.build_reader)
        except AmbiguousScheme:
            return place_builds(self.builds, None)

    def mismatches(self) -> list[Mismatch]:
        """What the documents say of each other and is not so.

        Where the documents make no phones, that alone is told: there is nothing that a condition
        could be about.
        """
        told: list[list[Mismatch]] = []
        for part in (self._guide_mismatches, self._document_mismatches, self._scheme_mismatches):
            found: list[Mismatch] = []
            told.append(found)
            try:
                for each in part():
                    found.append(each)
            except (ValueError, LookupError) as error:
                says = f"these documents make no phone that could be run: {error}"
                found.append(Mismatch("device.yaml", (), says))
        return [each for found in told for each in dict.fromkeys(found)]

    @cached_property
    def build_reader(self) -> Reader | None:
        """The naming scheme of the codename, ready to read; None where it has none.

        Raises AmbiguousScheme.
        """
        found = next((s for s in self.schemes if s.id == self.device.scheme), None)
        return Reader(found) if found else None

    def _scheme_mismatches(self) -> Iterator[Mismatch]:
        """Builds that the scheme of the codename cannot read, or orders otherwise than they say."""
        named = self.device.scheme
        if named is None:
            for i, build in enumerate(self.builds):
                if build.order is None:
                    says = f"{build.build} has no order, and the codename has no naming scheme"
                    yield Mismatch("builds.yaml", ("builds", i), says)
            return
        if named not in {s.id for s in self.schemes}:
            yield Mismatch("device.yaml", ("scheme",), f"no scheme in the bundle is called {named}")
            return
        try:
            reader = self.build_reader
        except AmbiguousScheme as error:
            yield Mismatch(f"schemes/{named}.yaml", (), str(error))
            return
        assert reader is not None
        before: tuple[Build, Decoded] | None = None
        for i, build in enumerate(self.placed):
            try:
                decoded = reader.read(build.build)
            except CannotDecode as error:
                yield Mismatch("builds.yaml", ("builds",), str(error))
                continue
            if before is not None and before[0].line == build.line:
                told = reader.compare(before[1], decoded)
                listed = before[0].place < build.place
                right = Comparison.OLDER if listed else Comparison.SAME
                if told not in (right, Comparison.NOT_COMPARABLE):
                    yield Mismatch(
                        "builds.yaml",
                        ("builds", i),
                        f"by its order {build.build} is {'newer than' if listed else 'as new as'} "
                        f"{before[0].build}; by the scheme {before[0].build} is {told.value}",
                    )
            before = (build, decoded)

    def _guide_mismatches(self) -> Iterator[Mismatch]:
        guide = self.guide
        if guide.codename != self.device.codename:
            yield Mismatch(
                "guide.yaml",
                ("codename",),
                f"the guide is for {guide.codename}, the device is {self.device.codename}",
            )
        for caution in guide.caution_words:
            if caution not in CAUTIONS:
                says = f"no caution is called {caution}; known: {', '.join(CAUTIONS)}"
                yield Mismatch("guide.yaml", ("caution_words", caution), says)
        for what, named, there in (
            ("files", guide.files, {p.id for p in self.packages}),
            ("tools", guide.tools, {t.id for t in self.tools}),
            ("programs", guide.programs, {p.id for p in self.programs}),
        ):
            for i, name in enumerate(named):
                if name not in there:
                    yield Mismatch(
                        "guide.yaml", (what, i), f"no document in the bundle has the id {name}"
                    )
        conditions = [(("admission",), guide.admission)]
        conditions += [
            (("promise", "holds", i), p)  # type: ignore[misc]
            for i, p in enumerate(guide.promise.holds)
        ]
        places = step_places(guide)
        for row in rows_of(guide):
            step = row.step
            if isinstance(step, Check):
                conditions.append(((*places[step.id], "that"), step.that))  # type: ignore[arg-type]
            if isinstance(step, Branch):
                conditions.append(((*places[step.id], "on"), step.on))  # type: ignore[arg-type]
            if isinstance(step, RunScript):
                for i, part in enumerate(step.parts):
                    if part.when is not None:
                        at = (*places[step.id], "parts", i, "when")
                        conditions.append((at, part.when))  # type: ignore[arg-type]
            if isinstance(step, Choose):
                yield from self._choose_mismatches(step, places[step.id])
            if isinstance(step, EachSlot) and self.device.layout.slots != "dual":
                says = f"{self.device.codename} has one slot: there is no each of them"
                yield Mismatch("guide.yaml", places[step.id], says)
            if EACH in (getattr(step, "where", ""), getattr(step, "slot", "")):
                says = "each stands only in steps that are done for each slot (each-slot)"
                yield Mismatch("guide.yaml", places[step.id], says)
        for at, typed in conditions:
            for fault in check_condition(typed.condition, self.world.vocabulary):
                yield Mismatch("guide.yaml", at, fault)

    def _choose_mismatches(self, step: Choose, at: Location) -> Iterator[Mismatch]:
        choices = self.options.get(step.option)
        if choices is None:
            yield Mismatch(
                "guide.yaml", (*at, "option"), f"the guide has no option {step.option!r}"
            )
            return
        if set(step.choices) != set(choices):
            yield Mismatch(
                "guide.yaml",
                (*at, "choices"),
                f"steps for each choice of {step.option} ({', '.join(choices)}) and no other; "
                "an empty list where a choice has none",
            )

    def _document_mismatches(self) -> Iterator[Mismatch]:
        listed = {b.build for b in self.builds}
        variants = {v.id for v in self.device.variants}
        if self.device.usual_build not in listed:
            yield Mismatch(
                "device.yaml",
                ("usual_build",),
                f"builds.yaml does not list {self.device.usual_build}",
            )
        names: dict[str, str] = {}
        for package in self.packages:
            file = f"packages/{package.id}.yaml"
            for i, variant in enumerate(package.variants):
                if variant not in variants:
                    yield Mismatch(
                        file, ("variants", i), f"{self.device.codename} has no variant {variant}"
                    )
            if package.least_base is not None and package.least_base not in listed:
                yield Mismatch(
                    file, ("least_base",), f"builds.yaml does not list {package.least_base}"
                )
            if package.asks is not None:
                for fault in check_condition(package.asks, self.world.vocabulary):
                    yield Mismatch(file, ("demands",), fault)
            yield from self._derived_mismatches(package, file)
            other = names.setdefault(package.name, package.id)
            if other != package.id:
                yield Mismatch(file, ("name",), f"package {other} has the same file name")

    def _derived_mismatches(self, package: Package, file: str) -> Iterator[Mismatch]:
        """A derived file hangs, over any number of links, on one whose digest is known."""
        seen: list[str] = []
        here: Package | None = package
        known = {p.id: p for p in self.packages}
        while here is not None and here.derived is not None:
            if here.id in seen:
                yield Mismatch(file, ("derived", "source"), f"{package.id} is made from itself")
                return
            seen.append(here.id)
            source = here.derived.source
            here = known.get(source)
            if here is None:
                yield Mismatch(
                    file, ("derived", "source"), f"no document in the bundle has the id {source}"
                )


def _build_key(build: Build) -> tuple[str, int, str]:
    return (*build.place, build.build)


def step_places(guide: Guide) -> dict[str, Location]:
    """Where each step stands in the document, by id."""
    found: dict[str, Location] = {}

    def walk(steps: tuple[Any, ...], at: Location) -> None:
        for i, step in enumerate(steps):
            here = (*at, i)
            found[step.id] = here
            if isinstance(step, Choose):
                for choice, inner in step.choices.items():
                    walk(inner, (*here, "choices", choice))
            elif isinstance(step, EachSlot):
                for j, own in enumerate(step.steps):
                    for letter in SLOTS:
                        found[f"{own.id}-{letter}"] = (*here, "steps", j)
            elif isinstance(step, Branch):
                walk(step.then, (*here, "then"))
                walk(step.otherwise, (*here, "otherwise"))

    walk(guide.steps, ("steps",))
    return found
