"""The files of a route: each once, in the order of use, and the room that they take."""

from collections.abc import Iterator
from dataclasses import dataclass

from anleitung.core.documents.package import Package
from anleitung.core.phone.actions import Step
from anleitung.core.routes.run import Leg
from anleitung.core.routes.search import Route


@dataclass(frozen=True, slots=True)
class Wanted:
    """leg: the first that uses it; last: the last one. From 1."""

    package: Package
    leg: int
    last: int


@dataclass(frozen=True, slots=True)
class Wants:
    """download: bytes of all; worst: bytes on the computer at the worst moment, with what is

    unpacked there, if each is deleted after the last leg that uses it; worst_leg: when that is.
    """

    files: tuple[Wanted, ...]
    download: int
    worst: int
    worst_leg: int


def wants_of(route: Route, variant: str) -> Wants:
    """variant: as far as it is told; else the files of all are counted."""
    found: dict[tuple[str, str], Wanted] = {}
    for number, leg in enumerate(route.legs, 1):
        for package in _packages(leg, variant):
            key = (package.name, package.sha256 or "")
            first = found[key].leg if key in found else number
            found[key] = Wanted(package, first, number)
    files = tuple(found.values())
    rooms = [
        sum(w.package.size for w in files if w.last >= number)
        + sum(w.package.unpacked_size or 0 for w in files if w.leg <= number <= w.last)
        for number in range(1, len(route.legs) + 1)
    ]
    worst = max(rooms, default=0)
    return Wants(
        files=files,
        download=sum(w.package.size for w in files if w.package.derived is None),
        worst=worst,
        worst_leg=rooms.index(worst) + 1 if rooms else 0,
    )


def _packages(leg: Leg, variant: str) -> Iterator[Package]:
    known, mine = leg.move.bundle.world.packages, set(leg.steps)
    steps = (r.step for r in leg.move.rows if r.step.id in mine and isinstance(r.step, Step))
    for name in dict.fromkeys(f for step in steps for f in step.used_files()):
        package = known.get(name)
        if package and (not variant or not package.variants or variant in package.variants):
            yield package
