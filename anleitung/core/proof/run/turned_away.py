"""Whom the checks of a guide send away."""

from collections.abc import Iterator

from anleitung.core.conditions.model import atoms
from anleitung.core.diagrams.space import Node
from anleitung.core.proof.run.compile import Compiled


def turned_away(compiled: Compiled) -> Iterator[tuple[int, Node, str]]:
    """(place of the row, phones, the condition as it is printed), in the order of the steps."""
    place = {row.step.id: i for i, row in enumerate(compiled.rows)}
    hits = [
        (place[step], phones, subject)
        for (finding, subject, step), phones in compiled.run.findings.items()
        if finding == "turned-away"
    ]
    yield from sorted(hits, key=lambda hit: (hit[0], hit[2]))


def slots_of(compiled: Compiled, row: int) -> frozenset[str]:
    """The slots of the state that the conditions of one step read."""
    vocabulary = compiled.bundle.world.vocabulary
    facts = {
        atom.fact
        for _at, typed in compiled.rows[row].step.conditions()
        for atom in atoms(typed.condition)
    }
    return frozenset(slot for fact in facts for slot in vocabulary[fact].here)
