"""The update graph of 500 builds: making it, and answering on it, beside the demo's own."""

import time
from collections.abc import Callable
from statistics import median

from anleitung.core.documents.build import Build, Shipment
from anleitung.core.updates.moves import Graph
from anleitung.core.updates.ways import find_way, standings, ways_from

REGIONS = ("KU", "BI", "HO")
COUNT = 500


def many(count: int = COUNT) -> list[Build]:
    """Three regions in turn; every fourth build full, each incremental from the one before it."""
    builds: list[Build] = []
    before: dict[str, str] = {}
    for i in range(count):
        region, order = REGIONS[i % 3], i // 3
        name = f"PS-12.{order // 10}.{order % 10}-{region}.r{order // 40 + 1}"
        packages = []
        if order % 4 == 0:
            packages.append(Shipment(kind="full", name=f"full-{i}", size=2_000_000_000 + i))
        if region in before:
            package = Shipment(
                kind="incremental", name=f"step-{i}", size=90_000_000, from_build=before[region]
            )
            packages.append(package)
        builds.append(
            Build(
                build=name,
                platform=12,
                release=f"12.{order // 10}.{order % 10}",
                region=region,
                rollback_index=order // 40 + 1,
                order=order,
                released=f"{2020 + order // 24}-{order % 24 // 2 + 1:02}-{order % 2 * 14 + 1:02}",
                shipped=tuple(packages),
            )
        )
        before[region] = name
    return builds


def timed(work: Callable[[], object]) -> float:
    """Median milliseconds of nine runs."""
    times = []
    for _ in range(9):
        began = time.perf_counter()
        work()
        times.append((time.perf_counter() - began) * 1000)
    return median(times)


def main() -> None:
    builds = many()
    graph = Graph(builds)
    first, last = builds[0].build, builds[-1].build
    goal = next(b.build for b in reversed(builds) if b.region == builds[0].region)
    moves = sum(map(len, graph.moves.values()))
    made = timed(lambda: Graph(builds).moves)
    print(f"{len(builds)} builds, {moves:,} moves: made in {made:.0f} ms, once per change")
    fresh = Graph(builds)
    fresh.moves  # noqa: B018
    began = time.perf_counter()
    standings(fresh)
    print(f"what stands for ever, first time: {(time.perf_counter() - began) * 1000:.0f} ms")
    for what, work in (
        ("fewest legs", lambda: find_way(graph, first, goal, by="legs")),
        ("least download", lambda: find_way(graph, first, goal, by="download")),
        ("all that can be reached", lambda: ways_from(graph, first, by="legs")),
        ("no way, and what is missing", lambda: find_way(graph, last, first, by="legs")),
        ("dead ends, no return", lambda: standings(graph)),
    ):
        print(f"{what}: {timed(work):.1f} ms")


if __name__ == "__main__":
    main()
