"""All lawful moves between the builds of one codename.

A move is lawful if a package of the maker makes it: the rollback index never falls, the region
and the edition stay (unless the package takes other regions too), and what was withdrawn is not
entered any more. No move leads from a build to itself, and a range holds builds of one line only.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

from anleitung.core.documents.build import Build, Shipment

Barrier = Literal["withdrawn", "rollback", "edition", "region"]


@dataclass(frozen=True, slots=True)
class Move:
    """start, goal: build strings."""

    start: str
    goal: str
    package: Shipment


@dataclass(frozen=True, slots=True)
class Unknown:
    """A package whose predecessor the catalogue does not hold: kept, and no move."""

    build: str
    package: Shipment
    missing: str


class Graph:
    """builds: placed (schemes.place), each build once."""

    def __init__(self, builds: Sequence[Build]) -> None:
        self.builds = {b.build: b for b in builds}

    @cached_property
    def moves(self) -> dict[str, tuple[Move, ...]]:
        """From each build, in the order of the goals: the smallest package where several do."""
        found: dict[str, dict[str, Move]] = {name: {} for name in self.builds}
        for goal in self.builds.values():
            if goal.withdrawn:
                continue
            for package in goal.shipped:
                for start in self._starts(goal, package):
                    if start.build == goal.build or not is_lawful(start, goal, package):
                        continue
                    here = found[start.build]
                    known = here.get(goal.build)
                    if known is None or package.size < known.package.size:
                        here[goal.build] = Move(start.build, goal.build, package)
        return {name: tuple(each.values()) for name, each in found.items()}

    @cached_property
    def unknown(self) -> tuple[Unknown, ...]:
        """Also the ends of a range that cannot be compared with what it makes."""
        return tuple(
            Unknown(goal.build, package, named)
            for goal in self.builds.values()
            for package in goal.shipped
            for named in (package.from_build, package.from_least, package.from_most)
            if named is not None
            and (named not in self.builds or self._is_astray(named, package, goal))
        )

    def _is_astray(self, named: str, package: Shipment, goal: Build) -> bool:
        return package.kind == "range" and self.builds[named].line != goal.line

    def _starts(self, goal: Build, package: Shipment) -> Iterator[Build]:
        if package.kind == "incremental":
            start = self.builds.get(package.from_build or "")
            if start is not None:
                yield start
            return
        if package.kind != "range":
            yield from self.builds.values()
            return
        least = self.builds.get(package.from_least or "")
        most = self.builds.get(package.from_most or "")
        if least is None or most is None or not least.line == most.line == goal.line:
            return
        for start in self.builds.values():
            if start.line == goal.line and least.place <= start.place <= most.place:
                yield start

    @cached_property
    def _names(self) -> tuple[str, ...]:
        return tuple(self.builds)

    @cached_property
    def _bits(self) -> dict[str, int]:
        return {name: 1 << i for i, name in enumerate(self._names)}

    @cached_property
    def reach(self) -> dict[str, int]:
        """From each build, the set of builds that can be reached, as bits in the order of builds.

        The build itself is in its set only if it can be come back to.
        """
        bits = self._bits
        direct = {n: sum(bits[m.goal] for m in moves) for n, moves in self.moves.items()}
        closed = dict(direct)
        changed = True
        while changed:
            changed = False
            for name, moves in self.moves.items():
                now = closed[name]
                for move in moves:
                    now |= closed[move.goal]
                if now != closed[name]:
                    closed[name] = now
                    changed = True
        return closed

    def reaches(self, start: str, goal: str) -> bool:
        return bool(self.reach[start] & self._bits[goal])


def is_lawful(start: Build, goal: Build, package: Shipment | None) -> bool:
    """package None: one that does not exist yet, and would keep the region."""
    return not what_forbids(start, goal, package)


def what_forbids(start: Build, goal: Build, package: Shipment | None) -> frozenset[Barrier]:
    """Everything that stands against this one move; nothing where it is lawful."""
    taken = (goal.region, *(package.from_regions if package else ()))
    barriers: dict[Barrier, bool] = {
        "withdrawn": goal.withdrawn,
        "rollback": start.rollback_index > goal.rollback_index,
        "edition": start.edition != goal.edition,
        "region": start.region not in taken,
    }
    return frozenset(name for name, stands in barriers.items() if stands)
