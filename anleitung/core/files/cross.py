"""File sets held against each other and against their phone: what no single guide can see."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from anleitung.core.documents.package import Package
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.uses import idle_files
from anleitung.core.guide.walk import rows_of
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.place import PlaceFile

Kind = Literal[
    "same-name",
    "same-bytes",
    "latest",
    "not-this-phone",
    "same-fixed-name",
    "in-no-step",
    "no-way-back",
]


@dataclass(frozen=True, slots=True)
class Set:
    """One file set. title: of its guide, with its state."""

    title: str
    bundle: Bundle

    @property
    def packages(self) -> tuple[Package, ...]:
        return tuple(self.bundle.world.packages.values())


@dataclass(frozen=True, slots=True)
class Matter:
    """tone: loss, care or plain. sets: titles of the guides that it concerns."""

    kind: Kind
    tone: str
    says: str
    sets: tuple[str, ...]


def cross_check(sets: Sequence[Set]) -> tuple[Matter, ...]:
    """The worst first, then by what it says."""
    found: dict[tuple[Kind, str, str], set[str]] = {}
    for m in (*_across(sets), *(m for each in sets for m in _within(each))):
        found.setdefault((m.kind, m.tone, m.says), set()).update(m.sets)
    rank = {"loss": 0, "care": 1, "plain": 2}
    told = [Matter(*what, tuple(sorted(titles))) for what, titles in found.items()]
    return tuple(sorted(told, key=lambda m: (rank[m.tone], m.kind, m.says)))


def _across(sets: Sequence[Set]) -> Iterator[Matter]:
    by_name: dict[str, dict[str, list[str]]] = {}
    by_bytes: dict[str, dict[str, list[str]]] = {}
    for each in sets:
        for p in each.packages:
            if p.sha256 is None:
                continue
            by_name.setdefault(p.name, {}).setdefault(p.sha256, []).append(each.title)
            by_bytes.setdefault(p.sha256, {}).setdefault(p.name, []).append(each.title)
    for name, bytes_of in by_name.items():
        if len(bytes_of) > 1:
            says = _("{name} has {count} different contents under the same name")
            yield Matter(
                "same-name", "loss", says.format(name=name, count=len(bytes_of)), _titles(bytes_of)
            )
    for names in by_bytes.values():
        if len(names) > 1:
            says = _("the same bytes stand under {count} names: {names}")
            yield Matter(
                "same-bytes",
                "plain",
                says.format(count=len(names), names=", ".join(sorted(names))),
                _titles(names),
            )


def _titles(groups: dict[str, list[str]]) -> tuple[str, ...]:
    return tuple(sorted({title for titles in groups.values() for title in titles}))


def _within(each: Set) -> Iterator[Matter]:
    here = (each.title,)
    for p in each.packages:
        if p.derived is None and p.sha256 is None and any("latest" in s for s in p.sources):
            says = _("{name} comes from a link to the latest one, and no digest holds it fast")
            yield Matter("latest", "loss", says.format(name=p.name), here)
        for says in _not_this_phone(p, each.bundle):
            yield Matter("not-this-phone", "loss", says, here)
    yield from _fixed_names(each)
    for p in idle_files(each.bundle.guide, each.packages):
        says = _("{name} is in the set, and no step uses it")
        yield Matter("in-no-step", "care", says.format(name=p.name), here)
    installs = any(p.content and p.content.family != "stock" for p in each.packages)
    back = any(
        p.content and p.content.family == "stock" and p.role == "system" for p in each.packages
    )
    if installs and not back:
        says = _("the set holds no stock system: a reader who wants back finds nothing in it")
        yield Matter("no-way-back", "plain", says, here)


def _not_this_phone(p: Package, bundle: Bundle) -> Iterator[str]:
    device = bundle.device
    regions = [r for r in p.regions if r not in device.regions]
    if regions:
        says = _("{name} is for region {regions}; {codename} is sold in {sold}")
        yield says.format(
            name=p.name,
            regions=", ".join(regions),
            codename=device.codename,
            sold=", ".join(device.regions),
        )
    known = {b.platform for b in bundle.placed} | {
        platform for s in device.other_systems for platform in s.platforms
    }
    platforms = [str(each) for each in p.platforms if each not in known]
    if platforms:
        says = _("{name} wants platform {platforms}, which no build of {codename} has")
        yield says.format(name=p.name, platforms=", ".join(platforms), codename=device.codename)


def _fixed_names(each: Set) -> Iterator[Matter]:
    """Two files that are placed on the internal storage under one name: the second replaces."""
    placed = [
        row.step.file for row in rows_of(each.bundle.guide) if isinstance(row.step, PlaceFile)
    ]
    names: dict[str, list[str]] = {}
    for p in each.packages:
        by_card = "card" in p.ways or "stick" in p.ways
        if p.naming.fixed and (p.id in placed or by_card):
            names.setdefault(p.naming.fixed, []).append(p.name)
    for fixed, files in names.items():
        if len(files) > 1:
            says = _("{files} all want the name {fixed} on one storage")
            yield Matter(
                "same-fixed-name",
                "loss",
                says.format(files=", ".join(sorted(files)), fixed=fixed),
                (each.title,),
            )
