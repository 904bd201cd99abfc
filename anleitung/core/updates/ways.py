"""Ways over the update graph: fewest legs, least download, and what is missing where none is."""

import heapq
from dataclasses import dataclass
from typing import Literal

from anleitung.core.documents.build import Build
from anleitung.core.errors import AnleitungError
from anleitung.core.updates.moves import Barrier, Graph, Move, what_forbids

By = Literal["legs", "download"]


class NoSuchBuild(AnleitungError):
    code = "no-such-build"


@dataclass(frozen=True, slots=True)
class Way:
    """download: bytes of all legs together."""

    legs: tuple[Move, ...]

    @property
    def download(self) -> int:
        return sum(m.package.size for m in self.legs)


@dataclass(frozen=True, slots=True)
class Missing:
    """The one package that would open a way: from start to goal, where from and to are known."""

    start: str
    goal: str


@dataclass(frozen=True, slots=True)
class NoWay:
    """why: what stands against even the most promising package that could be made, or package.

    missing: for package only, the one that bridges the least distance.
    """

    why: frozenset[Barrier | Literal["package"]]
    missing: Missing | None = None


def find_way(graph: Graph, start: str, goal: str, *, by: By) -> Way | NoWay:
    """Raises NoSuchBuild. The way from a build to itself has no legs."""
    _require(graph, start, goal)
    if start == goal:
        return Way(())
    best = ways_from(graph, start, by=by)
    return best[goal] if goal in best else _why_not(graph, start, goal)


def ways_from(graph: Graph, start: str, *, by: By) -> dict[str, Way]:
    """The best way to every build that can be reached. Ties go to the other measure, then names."""
    _require(graph, start)
    costs: dict[str, tuple[int, int]] = {start: (0, 0)}
    came: dict[str, Move] = {}
    queue: list[tuple[tuple[int, int], str]] = [((0, 0), start)]
    while queue:
        cost, here = heapq.heappop(queue)
        if cost > costs[here]:
            continue
        for move in graph.moves[here]:
            size = move.package.size
            more = (1, size) if by == "legs" else (size, 1)
            total = (cost[0] + more[0], cost[1] + more[1])
            if move.goal not in costs or total < costs[move.goal]:
                costs[move.goal] = total
                came[move.goal] = move
                heapq.heappush(queue, (total, move.goal))
    return {goal: _walked(came, start, goal) for goal in came if goal != start}


def _walked(came: dict[str, Move], start: str, goal: str) -> Way:
    legs: list[Move] = []
    while goal != start:
        legs.append(came[goal])
        goal = came[goal].start
    return Way(tuple(reversed(legs)))


def _why_not(graph: Graph, start: str, goal: str) -> NoWay:
    reached = [b for n, b in graph.builds.items() if n == start or graph.reaches(start, n)]
    leading = [b for n, b in graph.builds.items() if n == goal or graph.reaches(n, goal)]
    gaps = [
        (_hardness(what_forbids(a, b, None)), _distance(a, b), a.build, b.build)
        for a in reached
        for b in leading
        if a.build != b.build
    ]
    _, _, a_name, b_name = min(gaps)
    why = what_forbids(graph.builds[a_name], graph.builds[b_name], None)
    return NoWay(why) if why else NoWay(frozenset({"package"}), Missing(a_name, b_name))


def _hardness(barriers: frozenset[Barrier]) -> int:
    """A new package could take another region; nothing lowers the index of a phone.

    The index only rises on the way and the edition never changes, so what the least hard gap of
    all has against it, the way from start to goal itself has too.
    """
    weights = {"region": 1, "edition": 2, "withdrawn": 8, "rollback": 16}
    return sum(weights[b] for b in barriers)


def _distance(a: Build, b: Build) -> tuple[int, int]:
    """Forward within one line before anything else, and then the nearest."""
    if a.line != b.line:
        return (1, 0)
    ahead = b.place[1] - a.place[1]
    return (0, ahead) if ahead >= 0 else (2, -ahead)


@dataclass(frozen=True, slots=True)
class Standing:
    """What can be said of one build for ever, as the catalogue stands.

    end: nothing leads away from it. is_newest: none of its line, region and edition is.
    no_return: once left, it cannot be come back to; by_rollback: because the index was raised.
    entered: something leads to it.
    """

    end: bool
    is_newest: bool
    no_return: bool
    by_rollback: bool
    entered: bool

    @property
    def is_dead_end(self) -> bool:
        return self.end and not self.is_newest


def standings(graph: Graph) -> dict[str, Standing]:
    entered = {m.goal for moves in graph.moves.values() for m in moves}
    newest: dict[tuple[str, str, str | None], int] = {}
    for b in graph.builds.values():
        if not b.withdrawn:
            key = (b.line, b.region, b.edition)
            newest[key] = max(newest.get(key, -1), b.place[1])
    found = {}
    for name, build in graph.builds.items():
        moves = graph.moves[name]
        back = graph.reaches(name, name)
        raised = bool(moves) and all(
            graph.builds[m.goal].rollback_index > build.rollback_index for m in moves
        )
        found[name] = Standing(
            end=not moves,
            is_newest=build.place[1] >= newest.get((build.line, build.region, build.edition), -1),
            no_return=bool(moves) and not back,
            by_rollback=raised and not back,
            entered=name in entered,
        )
    return found


def _require(graph: Graph, *names: str) -> None:
    for name in names:
        if name not in graph.builds:
            raise NoSuchBuild(f"The catalogue of this codename has no build {name[:80]}.")
