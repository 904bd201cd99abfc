"""Routes beside a planner for classical tasks, on what both can express: the fewest legs.

Such a planner knows no phone. Every state that a phone comes to, and every leg between two of them,
is written out for it as a task first, by the engine; the time of that is not counted for it. Prints
on how many instances the fewest legs are the same, and the time of the search beside the planner's.
"""

import logging
import tempfile
import time
from collections.abc import Mapping
from pathlib import Path
from random import Random

from pyperplan.planner import HEURISTICS, SEARCHES, search_plan

from anleitung.core.routes.ground import Ground, lasting
from anleitung.core.routes.run import Leg, take
from anleitung.core.routes.search import Aim, holds, search
from benchmarks.routes import instances

INSTANCES = 60
LONGEST = 3

_DOMAIN = "(define (domain routes) (:requirements :strips) (:predicates {predicates}) {actions})"
_ACTION = "(:action leg-{n} :parameters () :precondition ({a}) :effect (and (not ({a})) ({b})))"
_TASK = "(define (problem route) (:domain routes) (:init ({start})) (:goal (there)))"
_THERE = "(:action reached-{n} :parameters () :precondition ({a}) :effect (there))"


def task_of(ground: Ground, phone: Mapping[str, str], aim: Aim) -> tuple[str, str]:
    """Domain and problem: a state is a proposition, a leg an action, arriving costs one more."""
    start = ground.state_of(phone)
    names = {lasting(start): "s0"}
    layer, actions, there = [start], [], []
    for depth in range(LONGEST + 1):
        following = []
        for state in layer:
            mine = names[lasting(state)]
            if holds(ground, aim, state):
                there.append(_THERE.format(n=mine, a=mine))
            if depth == LONGEST:
                continue
            for move in ground.moves:
                leg = take(ground, move, state, dict(phone))
                if not isinstance(leg, Leg):
                    continue
                key = lasting(leg.after)
                if key not in names:
                    names[key] = f"s{len(names)}"
                    following.append(leg.after)
                actions.append(_ACTION.format(n=len(actions), a=mine, b=names[key]))
        layer = following
    predicates = " ".join(f"({name})" for name in [*names.values(), "there"])
    domain = _DOMAIN.format(predicates=predicates, actions=" ".join([*actions, *there]))
    return domain, _TASK.format(start="s0")


def planned(domain: str, task: str) -> tuple[int, float]:
    """The fewest legs, -1 for none, and the seconds that it took."""
    with tempfile.TemporaryDirectory() as place:
        one, two = Path(place, "domain.pddl"), Path(place, "task.pddl")
        one.write_text(domain)
        two.write_text(task)
        began = time.perf_counter()
        plan = search_plan(str(one), str(two), SEARCHES["astar"], HEURISTICS["hmax"])
        took = time.perf_counter() - began
    return (len(plan) - 1 if plan is not None else -1), took


def main() -> None:
    logging.disable(logging.CRITICAL)
    same, looked, reached, mine, theirs = 0, 0, 0, 0.0, 0.0
    for ground, phone, wanted in instances(Random(20261128)):
        if looked == INSTANCES:
            break
        aim = Aim(wanted.condition)
        ground.state_of(phone)
        began = time.perf_counter()
        found = search(ground, phone, aim)
        took = time.perf_counter() - began
        fewest = min((len(r.legs) for r in found.routes), default=-1)
        if fewest > LONGEST or (fewest < 0 and not found.is_whole and found.legs < LONGEST):
            continue
        legs, their_time = planned(*task_of(ground, phone, aim))
        looked, mine, theirs = looked + 1, mine + took, theirs + their_time
        same += legs == fewest
        reached += fewest >= 0
    print(f"the same fewest legs as the planner: {same} of {looked}, {reached} with a way")
    print(f"time beside the planner, which is given every leg already: {mine / theirs:.2f}")


if __name__ == "__main__":
    main()
