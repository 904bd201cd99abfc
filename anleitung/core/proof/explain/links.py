"""Which guide opens the way to which: one guide's proven end against the next one's admission."""

from dataclasses import dataclass
from itertools import product

from anleitung.core.conditions.model import (
    And,
    Compare,
    Condition,
    Evaluated,
    EverySlot,
    In,
    Is,
    Not,
    Or,
    OtherSlot,
    all_of,
    any_of,
    atoms,
)
from anleitung.core.diagrams.run import Budget, DiagramAlgebra, State
from anleitung.core.diagrams.space import FactKind, Node
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.explain.trace import phones_out
from anleitung.core.proof.run.compile import Compiled, run_bundle


@dataclass(frozen=True, slots=True)
class Link:
    """Of the kinds of phone that end the first guide well, how many the second admits then.

    words: which ones, "" for all. opened: kinds among them that it refused before.
    """

    admitted: int
    of: int
    words: str
    opened: int


def find_link(first: Bundle, second: Bundle, budget: Budget | None = None) -> Link | None:
    """None where the first guide makes no phone ready that was not ready already.

    The choices of the second guide are its reader's, so one that fits is enough. Both guides
    are for one codename; builds that only one of them lists are never taken as equal.
    """
    if first.device.codename != second.device.codename:
        return None
    compiled = run_bundle(first, budget or Budget())
    run = compiled.run
    if not run.finished:
        return None
    space = compiled.procedure.space
    well = run.alive[-1]
    before = _admits(compiled, second, run.states[0])
    after = space.both(_admits(compiled, second, run.states[-1]), well)
    opened = space.minus(after, before)
    if opened is space.false:
        return None
    phone = frozenset({FactKind.PHONE})
    which = phones_out(compiled, after, well)
    return Link(which.count, which.of, which.words, space.count(opened, phone))


def _admits(compiled: Compiled, second: Bundle, state: State) -> Node:
    """The start phones of the first guide that the second would admit from this state."""
    space = compiled.procedure.space
    vocabulary = compiled.bundle.world.vocabulary
    admission = second.guide.admission.condition
    used = {atom.fact for atom in atoms(admission)}
    options = {name: c for name, c in second.options.items() if f"option.{name}" in used}
    found = space.false
    algebra = DiagramAlgebra(space, state.__getitem__)
    for choices in product(*options.values()):
        chosen = dict(zip((f"option.{name}" for name in options), choices, strict=True))
        condition = with_choices(admission, chosen)
        if any(atom.fact not in vocabulary for atom in atoms(condition)):
            continue
        holds = Evaluated(condition, vocabulary).over(algebra)
        found = space.either(found, space.where(holds, True))
    return found


_NEVER = Not(And(()))


def with_choices(condition: Condition, chosen: dict[str, str]) -> Condition:
    """The condition with every question about a choice answered."""
    match condition:
        case Is(fact, value) if fact in chosen:
            return And(()) if chosen[fact] == value else _NEVER
        case In(fact, values) if fact in chosen:
            return And(()) if chosen[fact] in values else _NEVER
        case Not(of):
            return Not(with_choices(of, chosen))
        case EverySlot(of):
            return EverySlot(with_choices(of, chosen))
        case OtherSlot(of):
            return OtherSlot(with_choices(of, chosen))
        case And(parts):
            return all_of([with_choices(p, chosen) for p in parts])
        case Or(parts):
            return any_of([with_choices(p, chosen) for p in parts])
        case Is() | In() | Compare():
            return condition
