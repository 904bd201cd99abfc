"""What follows from a proof without anybody having written it: ends, losses, who is turned away."""

from dataclasses import dataclass

from anleitung.core.conditions.model import Condition, Evaluated, EverySlot, Is, conjuncts
from anleitung.core.conditions.text import print_condition
from anleitung.core.diagrams.run import DiagramAlgebra, State
from anleitung.core.diagrams.space import FactKind, Node
from anleitung.core.diagrams.witness import find_witness
from anleitung.core.phone.world import LOSSES, SIDE_LOSSES
from anleitung.core.proof.explain.words import condition_words, witness_words
from anleitung.core.proof.run.compile import Compiled, starts_of

_KINDS = frozenset({FactKind.PHONE})
# What a guide may promise; the others are means, or choices of the reader.
PROMISED = ("bootloader", "system", "platform", "build", "mode", "debugging", "data")
PER_SLOT = ("system", "build")
# What may be lost → the value while it is not.
_WHOLE = {**dict.fromkeys(LOSSES, "present"), **SIDE_LOSSES}


@dataclass(frozen=True, slots=True)
class Proposed:
    """A condition that holds for every phone that comes through, and did not at the start."""

    condition: str
    words: str


@dataclass(frozen=True, slots=True)
class Lost:
    """what: apps, media, warranty …; choices: the reader's, "" for none.

    phones: kinds that lose it.
    """

    what: str
    choices: str
    phones: int
    of: int


@dataclass(frozen=True, slots=True)
class TurnedAway:
    """A part of the admission in words, how many kinds of phone it alone turns away, and the

    nearest of them in words, "" for none.
    """

    words: str
    phones: int
    of: int
    example: str


def propose_promises(compiled: Compiled) -> list[Proposed]:
    """Conditions true at the end and not yet promised, in a fixed order."""
    run, space, bundle = compiled.run, compiled.procedure.space, compiled.bundle
    well = run.alive[-1]
    if well is space.false:
        return []
    promised = {str(p) for p in bundle.guide.promise.holds}
    found = []
    for fact in PROMISED:
        term = bundle.world.vocabulary.get(fact)
        if term is None or len(term.here) != 1:
            continue
        values = space.leaves_within(run.states[-1][term.here[0]], well)
        if len(values) != 1 or not isinstance(values[0], str):
            continue
        conditions: list[Condition] = [Is(fact, values[0])]
        if fact in PER_SLOT and bundle.world.has_two_slots:
            conditions.append(EverySlot(Is(fact, values[0])))
        for condition in conditions:
            if print_condition(condition) in promised:
                continue
            if _holds(compiled, condition, run.states[-1], well) and not _holds(
                compiled, condition, run.states[0], well
            ):
                found.append(
                    Proposed(print_condition(condition), condition_words(bundle, condition))
                )
    return found


def _holds(compiled: Compiled, condition: Condition, state: State, phones: Node) -> bool:
    space = compiled.procedure.space
    node = Evaluated(condition, compiled.bundle.world.vocabulary).over(
        DiagramAlgebra(space, state.__getitem__)
    )
    return space.minus(phones, space.where(node, True)) is space.false


def find_losses(compiled: Compiled) -> list[Lost]:
    """Per choice of each option, and once over all where the guide has none."""
    run, space, bundle = compiled.run, compiled.procedure.space, compiled.bundle
    well = run.alive[-1]
    groups = [
        (choice.says, space.both(well, space.where(space.var(f"option.{o.id}"), choice.id)))
        for o in bundle.guide.options
        for choice in o.choices
    ] or [("", well)]
    found = []
    for says, phones in groups:
        for loss, whole in _WHOLE.items():
            slot = bundle.world.slot_of_loss(loss)
            had = space.both(phones, space.where(run.states[0][slot], whole))
            gone = space.minus(had, space.where(run.states[-1][slot], whole))
            if loss not in LOSSES and gone is space.false:
                continue
            found.append(Lost(loss, says, space.count(gone, _KINDS), space.count(phones, _KINDS)))
    return found


def find_turned_away(compiled: Compiled) -> list[TurnedAway]:
    """For each part of the admission the phones for which it, whatever they choose, is not so."""
    space, bundle = compiled.procedure.space, compiled.bundle
    possible = starts_of(compiled)
    parts = conjuncts(bundle.guide.admission.condition)
    algebra = DiagramAlgebra(space, compiled.procedure.start.__getitem__)
    found = []
    for part in parts:
        node = Evaluated(part, bundle.world.vocabulary).over(algebra)
        fits = space.exists(space.where(node, True), frozenset({FactKind.OPTION}))
        away = space.minus(possible, fits)
        found.append(
            TurnedAway(
                condition_words(bundle, part),
                space.count(away, _KINDS),
                space.count(possible, _KINDS),
                example_of(compiled, away),
            )
        )
    return found


def example_of(compiled: Compiled, phones: Node) -> str:
    """The phone of a set that is nearest to the usual one, in words; "" for the empty set."""
    nearest = find_witness(compiled.procedure.space, phones)
    return witness_words(compiled.bundle, nearest) if nearest else ""
