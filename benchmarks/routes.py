"""Routes: held against trying every chain, and how they grow with the number of guides.

Prints, from one run: on how many random instances the choices are those of exhaustive search, with
both times; the time of a first answer on each codename; and the same with the guides of one
codename repeated under other names, from 25 to 200.
"""

import statistics
import time
from collections.abc import Iterator
from dataclasses import replace
from random import Random

from anleitung.core.diagrams.space import FactKind
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.routes.aims import aims_of
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.moves import moves_of, updates_of
from anleitung.core.routes.run import LOSSES, Leg, take
from anleitung.core.routes.search import Aim, Cost, holds, lost_between, search
from anleitung.core.routes.spread import spread_of
from anleitung.core.updates.moves import Graph
from anleitung.demo.bundles import bundle_files, guide_names
from anleitung.demo.catalogue import codenames

INSTANCES = 500
LONGEST = 3  # legs, beyond which trying every chain takes too long
MOST_MOVES = 8  # of an instance, drawn from those of the codename


def bundles_of(codename: str) -> dict[str, Bundle]:
    return {
        name: bundle
        for name in guide_names(codename)
        for bundle in read_bundle(bundle_files(codename, name)).each
        if bundle.device.codename == codename
    }


def ground_of(codename: str, copies: int = 1) -> Ground:
    bundles = bundles_of(codename)
    moves = [
        replace(move, name=f"{move.name}-{n}" if n else move.name)
        for n in range(copies)
        for name, bundle in bundles.items()
        for move in moves_of(name, bundle)
    ]
    builds = {b.build: b for bundle in bundles.values() for b in bundle.placed}
    updates = updates_of(next(iter(bundles.values())), Graph(list(builds.values())))
    return Ground([*moves, *updates])


def some_phone(on: Ground, random: Random) -> dict[str, str]:
    usual = on.phone({})
    while True:
        phone = {
            f.name: random.choice(f.values)
            if f.kind is FactKind.PHONE and random.random() < 0.15
            else usual[f.name]
            for f in on.space.facts
        }
        if on.space.at(on.possible, phone) is True:
            return phone


def every(on: Ground, phone: dict[str, str], aim: Aim, longest: int) -> set[Cost]:
    """The costs that nothing beats, by trying every chain."""
    start = on.state_of(phone)
    found: set[Cost] = set()

    def further(legs: tuple[Leg, ...], state: dict[str, object]) -> None:
        lost = lost_between(on.world, start, state)
        if holds(on, aim, state) and not lost & aim.keep:
            found.add(
                Cost(
                    lost,
                    max((leg.move.risk for leg in legs), default=0),
                    sum(leg.hands[1] for leg in legs),
                    sum(leg.waiting[1] for leg in legs),
                )
            )
        if len(legs) < longest:
            for move in on.moves:
                leg = take(on, move, state, phone)
                if isinstance(leg, Leg):
                    further((*legs, leg), leg.after)

    further((), start)
    return {c for c in found if not any(o.beats(c) and o != c for o in found)}


def instances(random: Random) -> Iterator[tuple[Ground, dict[str, str], Aim]]:
    grounds = {codename: ground_of(codename) for codename in codenames()}
    while True:
        whole = grounds[random.choice(list(grounds))]
        some = random.sample(whole.moves, k=min(MOST_MOVES, len(whole.moves)))
        on = Ground(some)
        keep = frozenset(random.sample(LOSSES, k=random.choice([0, 0, 1])))
        aims = aims_of(on)
        if aims:
            yield on, some_phone(on, random), Aim(random.choice(aims).condition, keep)


def main() -> None:
    random = Random(20261128)
    same, looked, reached, mine, theirs = 0, 0, 0, 0.0, 0.0
    for on, phone, aim in instances(random):
        if looked == INSTANCES:
            break
        on.state_of(phone)
        began = time.perf_counter()
        answer = search(on, phone, aim)
        mine += time.perf_counter() - began
        if answer.legs > LONGEST:
            continue
        looked += 1
        began = time.perf_counter()
        costs = every(on, phone, aim, answer.legs)
        theirs += time.perf_counter() - began
        reached += bool(costs)
        same += {r.cost for r in answer.routes} == costs
    print(f"the same choices as trying every chain: {same} of {looked}, {reached} with a way")
    print(f"time beside trying every chain: {mine / theirs:.2f}")
    for codename in codenames():
        on = ground_of(codename)
        times = []
        for named in aims_of(on):
            began = time.perf_counter()
            answer = search(on, on.phone({}), Aim(named.condition))
            for route in answer.routes[:5]:
                spread_of(on, [leg.move for leg in route.legs], {}, Aim(named.condition))
            times.append(1000 * (time.perf_counter() - began))
        print(
            f"{codename}: {len(on.moves)} moves, {len(times)} aims, an answer with its spread: "
            f"median {statistics.median(times):.0f} ms, longest {max(times):.0f} ms"
        )
    for copies in (1, 2, 4, 8):
        on = ground_of("achtknoten", copies * 8)
        aim = Aim(aims_of(on)[0].condition)
        on.state_of(on.phone({}))
        began = time.perf_counter()
        search(on, on.phone({}), aim)
        took = 1000 * (time.perf_counter() - began)
        print(f"achtknoten with {len(on.bundles)} guides and updates: {took:.0f} ms")


if __name__ == "__main__":
    main()
