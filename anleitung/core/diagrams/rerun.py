"""Running a procedure again after an edit: only what the edit can have changed is run.

The prefix that both procedures share is taken over. In the suffix that both share, starts *heal*:
one whose every slot equals what it was before at the same step goes on as before, since steps
depend on nothing else; only the others are run.
"""

from collections import Counter
from dataclasses import dataclass

from anleitung.core.diagrams.run import (
    Budget,
    BudgetSpent,
    Procedure,
    Run,
    State,
    run_step,
)
from anleitung.core.diagrams.space import Node, Space
from anleitung.core.diagrams.subject import same_value


@dataclass(frozen=True, slots=True)
class Before:
    """A procedure that was run to its end, and what came out."""

    procedure: Procedure
    run: Run


def run_again(before: Before, edited: Procedure, budget: Budget) -> Run:
    """What ``run_all(edited)`` gives, found from an earlier run.

    Steps are taken for the same where they are the same object. Raises ValueError where the two do
    not share space and admission, or the earlier run was not finished.
    """
    old, new = before.procedure, edited
    if old.space is not new.space or old.admitted is not new.admitted or not before.run.finished:
        raise ValueError(
            "both procedures must share space and admission, and the first be finished"
        )
    shared, tail = _shared(old, new)
    run = _prefix(before.run, old, shared)
    middle = new.steps[shared : len(new.steps) - tail]
    try:
        for step in middle:
            run_step(new.space, step, run, budget)
        _suffix(before, run, new, tail, budget)
    except BudgetSpent:
        run.unfinished_at = new.steps[len(run.states) - 1].id
    return run


def _shared(old: Procedure, new: Procedure) -> tuple[int, int]:
    """How many steps at the beginning and at the end are the same."""
    most = min(len(old.steps), len(new.steps))
    head = 0
    while head < most and old.steps[head] is new.steps[head]:
        head += 1
    tail = 0
    while tail < most - head and old.steps[-1 - tail] is new.steps[-1 - tail]:
        tail += 1
    # What was found is kept by the id of its step: steps that share one are run or taken together.
    last = {step.id: place for place, step in enumerate(old.steps)}
    whole, reach = 0, -1
    for place, step in enumerate(old.steps[:head]):
        reach = max(reach, last[step.id])
        if reach == place:
            whole = place + 1
    first: dict[str, int] = {}
    for place, step in enumerate(old.steps):
        first.setdefault(step.id, place)
    times = Counter(step.id for step in old.steps)
    together, reach, count = 0, len(old.steps), len(old.steps)
    for place in range(count - 1, count - 1 - tail, -1):
        name = old.steps[place].id
        if last[name] - first[name] + 1 > times[name]:
            break  # another step stands between two of this id
        reach = min(reach, first[name])
        if reach == place:
            together = count - place
    return whole, together


def _prefix(run: Run, procedure: Procedure, count: int) -> Run:
    ids = {step.id for step in procedure.steps[:count]}
    return Run(
        states=run.states[: count + 1],
        alive=run.alive[: count + 1],
        concerned=run.concerned[:count],
        findings={key: node for key, node in run.findings.items() if key[2] in ids},
        ended={key: node for key, node in run.ended.items() if key[0] in ids},
    )


def _suffix(before: Before, run: Run, new: Procedure, tail: int, budget: Budget) -> None:
    space, old = new.space, before.run
    first_old = len(before.procedure.steps) - tail
    healed, id_before = space.false, ""
    for place in range(tail):
        at = first_old + place
        step = new.steps[len(new.steps) - tail + place]
        # Steps that share an id are one: who is healed before the first of them is so for all.
        begins = step.id != id_before
        id_before = step.id
        if begins:
            here = _as_before(space, run.states[-1], run.alive[-1], old.states[at], old.alive[at])
            healed = space.either(healed, here)
        rest = space.minus(run.alive[-1], healed)
        alive = run.alive[-1]
        if rest is not space.false:
            run.alive[-1] = rest
            run_step(space, step, run, budget)
            run.alive[len(run.alive) - 2] = alive
        else:
            run.states.append(run.states[-1])
            run.alive.append(space.false)
            run.concerned.append(space.false)
        _take_over_states(space, run, old, at, healed)
        if begins:
            _take_over_found(space, run, old, step.id, healed)


def _as_before(space: Space, now: State, alive: Node, then: State, alive_then: Node) -> Node:
    """The starts whose every slot is what it was."""
    same = space.both(alive, alive_then)
    for slot, node in now.items():
        if same is space.false:
            break
        if node is not then[slot]:
            same = space.both(same, space.join(same_value, node, then[slot]))
    return same


def _take_over_states(space: Space, run: Run, old: Run, at: int, healed: Node) -> None:
    """What the earlier run left the healed starts with after this step."""
    if healed is space.false:
        return
    after, then = run.states[-1], old.states[at + 1]
    if run.alive[-1] is space.false:
        run.states[-1] = then
    else:
        run.states[-1] = {
            slot: node if node is then[slot] else space.ite(healed, then[slot], node)
            for slot, node in after.items()
        }
    kept = space.both(healed, old.alive[at + 1])
    run.alive[-1] = space.either(run.alive[-1], kept)
    run.concerned[-1] = space.either(run.concerned[-1], space.both(healed, old.concerned[at]))


def _take_over_found(space: Space, run: Run, old: Run, step: str, healed: Node) -> None:
    """What the earlier run had to say of the healed starts at the steps of this id."""
    for key, node in old.findings.items():
        part = space.both(node, healed) if key[2] == step else space.false
        if part is not space.false:
            run.findings[key] = space.either(run.findings.get(key, space.false), part)
    for end, node in old.ended.items():
        part = space.both(node, healed) if end[0] == step else space.false
        if part is not space.false:
            run.ended[end] = space.either(run.ended.get(end, space.false), part)
