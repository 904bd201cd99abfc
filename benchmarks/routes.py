"""Routes: held against trying every chain, and how they grow with the number of guides.

Prints, from one run: on how many random instances the choices are those of exhaustive search,
with both times; the time of a first answer on each codename; and the same on one codename with the
guides repeated under other names, from 25 to 200, and 500 builds.
"""

import json
import statistics
import time
from collections.abc import Iterator
from contextlib import contextmanager
from random import Random

from anleitung.core.diagrams.space import FactKind
from anleitung.core.documents.base import Typed
from anleitung.core.documents.build import Shipment
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.routes.aims import aims_of
from anleitung.core.routes.answer import answer_of
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.moves import moves_of, updates_of
from anleitung.core.routes.run import LOSSES, Leg, take
from anleitung.core.routes.search import Aim, Cost, Route, _Seeker, holds, lost_between, search
from anleitung.core.routes.spread import spread_of
from anleitung.core.routes.told_runs import learn_runs, tell_runs
from anleitung.core.routes.usual import go_through, make_ready, usual_questions
from anleitung.core.routes.wishes import Wishes
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
        move
        for n in range(copies)
        for name, bundle in bundles.items()
        for move in moves_of(f"{name}-{n}" if n else name, bundle)
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
                    max((leg.risk for leg in legs), default=0),
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
            answer_of(on, named.condition, {}, Wishes())
            times.append(1000 * (time.perf_counter() - began))
        print(
            f"{codename}: {len(on.moves)} moves, {len(times)} aims, all that an answer says: "
            f"median {statistics.median(times):.0f} ms, longest {max(times):.0f} ms"
        )
    for guides in (25, 50, 100, 200):
        crowded(guides, 500)


@contextmanager
def first_arrival() -> Iterator[list[float]]:
    """When a search is at the aim for the first time."""
    times: list[float] = []
    arrive = _Seeker._arrive

    def noted(seeker: _Seeker, way: Route) -> None:
        arrive(seeker, way)
        if seeker.there and not times:
            times.append(time.perf_counter())

    _Seeker._arrive = noted  # type: ignore[method-assign]
    try:
        yield times
    finally:
        _Seeker._arrive = arrive  # type: ignore[method-assign]


def crowded(guides: int, builds: int) -> None:
    """One codename with so many guides, options and all, and so many builds in a chain."""
    bundles = list(bundles_of("palstek").items())
    placed = {b.build: b for _name, bundle in bundles for b in bundle.placed}
    chain = list(placed.values())
    newest = max((b for b in chain if b.region == "KU"), key=lambda b: b.place)
    for number in range(builds - len(chain)):
        before, name = (
            chain[-1].build,
            f"PS-{14 + number // 100}.{number // 10 % 10}.{number % 10}-KU.r5",
        )
        shipped = (Shipment(kind="incremental", name=f"{name}.twz", size=10**6, from_build=before),)
        update = {"build": name, "shipped": shipped, "order": (newest.order or 0) + 1 + number}
        chain.append(newest.model_copy(update=update))

    def made() -> Ground:
        moves = [
            move
            for n in range(guides)
            for name, bundle in [bundles[n % len(bundles)]]
            # Each with a memory of its own, as guides that differ have.
            for move in moves_of(f"{name}-{n}", bundle)
        ]
        on = Ground([*moves, *updates_of(bundles[0][1], Graph(chain))])
        make_ready(on)
        return on

    began = time.perf_counter()
    on = made()
    ground_made = time.perf_counter() - began
    ways = sum(not move.is_update for move in on.moves)
    print(
        f"palstek with {guides} guides ({ways} ways to go through them) and {len(chain)} builds: "
        f"made in {ground_made:.1f} s"
    )
    print(f"  nothing gone through before: {asked(on)}")
    worker, other = made(), made()
    began = time.perf_counter()
    questions = usual_questions(worker)
    for known, aim in questions:
        go_through(worker, known, aim)
    went = time.perf_counter() - began
    told = {m.name: json.dumps(tell_runs(m)) for m in worker.moves if not m.is_update}
    began = time.perf_counter()
    for move in {m.name: m for m in other.moves if not m.is_update}.values():
        learn_runs(move, json.loads(told[move.name]))
    learned = time.perf_counter() - began
    print(
        f"  gone through beforehand: {len(questions)} questions in {went:.0f} s; "
        f"{sum(map(len, told.values())) / 1e6:.0f} MB, learned by another process in "
        f"{learned:.1f} s"
    )
    print(f"  after that: {asked(other)}")


def asked(on: Ground) -> str:
    """Five questions, each for the first time; then of another variant, and of another carrier,

    which nobody goes through beforehand.
    """
    found_first, first, whole, opened, variant, carrier = [], [], [], [], [], []
    wanted = [
        ("system is wattlaeufer and mode is system", {}),
        ("system is wattlaeufer and root is present", {}),
        ("bootloader is unlocked and mode is system", {}),
        ("system is stock and mode is system", {"system": "wattlaeufer", "bootloader": "unlocked"}),
        ("every slot: base >= PS-12.4.7-KU.r3 and mode is system", {"base": "PS-12.4.1-KU.r2"}),
    ]
    for text, known in wanted:
        aim = Aim(Typed.parse(text).condition)
        began = time.perf_counter()
        with first_arrival() as arrived:
            answer = search(on, on.phone(known), aim)
        first.append(1000 * (time.perf_counter() - began))
        found_first.append(1000 * (arrived[0] - began) if arrived else first[-1])
        for route in answer.routes[:5]:
            spread_of(on, [leg.move for leg in route.legs], known, aim)
        whole.append(1000 * (time.perf_counter() - began))
        began = time.perf_counter()
        answer_of(on, aim.condition, known, Wishes())
        opened.append(1000 * (time.perf_counter() - began))
    for text, known in wanted:
        aim = Aim(Typed.parse(text).condition)
        for times, more in ((variant, {"variant": "K6"}), (carrier, {"carrier": "leuchtnetz"})):
            began = time.perf_counter()
            search(on, on.phone({**known, **more}), aim)
            times.append(1000 * (time.perf_counter() - began))
    parts = {
        "the first way found": found_first,
        "the choices": first,
        "with their spread": whole,
        "all that is said, asked once more": opened,
        "of another variant": variant,
        "of another carrier": carrier,
    }
    return "; ".join(
        f"{name} {statistics.median(each):.0f} ms (longest {max(each):.0f})"
        for name, each in parts.items()
    )


if __name__ == "__main__":
    main()
