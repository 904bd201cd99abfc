"""What an author may take into a guide: the documents that are at hand for its codename."""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field, replace
from typing import Any, TypeVar

from anleitung.core.documents.base import body_of
from anleitung.core.documents.package import Package
from anleitung.core.documents.program import Program
from anleitung.core.documents.tool import Tool
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.passage import Passage
from anleitung.core.guide.rename import FIELDS
from anleitung.core.guide.walk import actions_of, actions_within, uses_of_passages
from anleitung.core.phone.actions import Step

_Any = TypeVar("_Any")


@dataclass(frozen=True)
class Shelf:
    """By id. A guide carries those that it lists; the others stand ready."""

    packages: Mapping[str, Package] = field(default_factory=dict)
    programs: Mapping[str, Program] = field(default_factory=dict)
    tools: Mapping[str, Tool] = field(default_factory=dict)
    passages: Mapping[str, Passage] = field(default_factory=dict)

    def with_bundle(self, bundle: Bundle) -> "Shelf":
        """What the guide itself carries comes first."""
        return Shelf(
            _first({p.id: p for p in bundle.packages}, self.packages),
            _first({p.id: p for p in bundle.programs}, self.programs),
            _first({t.id: t for t in bundle.tools}, self.tools),
            _first({p.id: p for p in bundle.passages}, self.passages),
        )

    @property
    def names(self) -> dict[str, str]:
        """What files may be called → their ids; of two with one name, the first counts."""
        found: dict[str, str] = {}
        for package in self.packages.values():
            found.setdefault(package.name, package.id)
        return _first(found, {name.lower(): file for name, file in found.items()})


def _first(own: Mapping[str, _Any], others: Mapping[str, _Any]) -> dict[str, _Any]:
    return {**own, **{name: each for name, each in others.items() if name not in own}}


def carry(bundle: Bundle, touched: Iterable[str], shelf: Shelf) -> Bundle:
    """With the documents that the rows written just now name, and those that these name.

    What the guide lists and the bundle lacks comes in as well; what it no longer lists goes out.
    """
    guide, wanted = bundle.guide, set(touched)
    uses = uses_of_passages(guide).values()
    wanted |= {s.id for row in uses if row.id in wanted for s in actions_within(row)}
    steps = [step for step in actions_of(guide) if step.id in wanted]
    there = shelf.with_bundle(bundle)
    named_files = {f for s in steps for f in (*s.used_files(), s.expects or "")}
    files = _listed(guide.files, _made_from(named_files, there), there.packages)
    named_programs = {p for s in steps for p in _programs_named(s)}
    named_programs |= {p for f in files if f in there.packages for p in _of(there.packages[f])}
    programs = _listed(guide.programs, named_programs, there.programs)
    tools = _listed(guide.tools, {s.tool_id() or "" for s in steps}, there.tools)
    guide = guide.model_copy(update={"files": files, "tools": tools, "programs": programs})
    return replace(
        bundle,
        guide=guide,
        packages=_documents(files, there.packages, bundle.packages),
        tools=_documents(tools, there.tools, bundle.tools),
        programs=_documents(programs, there.programs, bundle.programs),
        passages=_documents(
            tuple(dict.fromkeys(row.passage for row in uses)), there.passages, bundle.passages
        ),
    )


def _listed(listed: tuple[str, ...], named: set[str], there: Mapping[str, Any]) -> tuple[str, ...]:
    """As they stand, and behind them what is newly named."""
    return (*listed, *(name for name in there if name in named and name not in listed))


def _documents(
    listed: tuple[str, ...], there: Mapping[str, Any], standing: tuple[Any, ...]
) -> tuple[Any, ...]:
    found = {name: there[name] for name in listed if name in there}
    if found.keys() == {d.id for d in standing}:
        return standing
    return tuple(found.values())


def documents_named(step: Step) -> Iterator[str]:
    """Ids of the files, tools and programs that a step names."""
    yield from step.used_files()
    tool = step.tool_id()
    if tool:
        yield tool
    yield from _programs_named(step)


def _programs_named(step: Step) -> Iterator[str]:
    for name in ("program", "expects"):
        value = getattr(step, name, None)
        if isinstance(value, str):
            yield value


def _made_from(files: Iterable[str], there: Shelf) -> set[str]:
    """With what they are made from, over any number of links."""
    found: set[str] = set()
    ahead = list(files)
    while ahead:
        name = ahead.pop()
        package = there.packages.get(name)
        if name in found or package is None:
            continue
        found.add(name)
        if package.derived is not None:
            ahead.append(package.derived.source)
    return found


def _of(package: Package) -> set[str]:
    """The programs that a file names: the recovery that it brings, who makes its data anew …"""
    return set(_texts(body_of(package)))


def _texts(value: Any, name: str = "") -> Iterator[str]:
    """Ids of programs in the fields that name programs."""
    if isinstance(value, dict):
        for key, inner in value.items():
            yield from _texts(inner, key)
    elif isinstance(value, list):
        for inner in value:
            yield from _texts(inner, name)
    elif isinstance(value, str) and name in FIELDS["program"]:
        yield value
