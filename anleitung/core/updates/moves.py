"""All lawful moves between the builds of one codename.

A move is lawful if a package of the maker makes it: the rollback index never falls, the region
and the edition stay (unless the package takes other regions too), and what was withdrawn is not
entered any more.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property

from anleitung.core.documents.build import Build, Shipment


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
                    if not is_lawful(start, goal, package):
                        continue
                    here = found[start.build]
                    known = here.get(goal.build)
                    if known is None or package.size < known.package.size:
                        here[goal.build] = Move(start.build, goal.build, package)
        return {name: tuple(each.values()) for name, each in found.items()}

    @cached_property
    def unknown(self) -> tuple[Unknown, ...]:
        return tuple(
            Unknown(goal.build, package, named)
            for goal in self.builds.values()
            for package in goal.shipped
            for named in (package.from_build, package.from_least, package.from_most)
            if named is not None and named not in self.builds
        )

    def _starts(self, goal: Build, package: Shipment) -> Iterator[Build]:
        if package.kind == "incremental":
            start = self.builds.get(package.from_build or "")
            if start is not None:
                yield start
            return
        least = self.builds.get(package.from_least or "")
        most = self.builds.get(package.from_most or "")
        if package.kind == "range" and (least is None or most is None):
            return
        for start in self.builds.values():
            if start.build == goal.build:
                continue
            if least is not None and most is not None:
                within = start.line == goal.line and least.place <= start.place <= most.place
                if not within:
                    continue
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
    if start.rollback_index > goal.rollback_index or goal.withdrawn:
        return False
    if start.edition != goal.edition:
        return False
    taken = (goal.region, *(package.from_regions if package else ()))
    return start.region in taken
