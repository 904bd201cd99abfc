"""The admission made as narrow as the steps: only the phones that come through are let in."""

from collections.abc import Iterator

from anleitung.core.conditions.model import (
    Condition,
    Not,
    OtherSlot,
    Vocabulary,
    all_of,
    any_of,
    one_of,
)
from anleitung.core.conditions.text import print_condition
from anleitung.core.diagrams.boxes import Box, describe
from anleitung.core.diagrams.run import Budget
from anleitung.core.diagrams.space import FactKind, Node, Space
from anleitung.core.documents.base import Typed
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.document import Guide
from anleitung.core.marked import gettext as _
from anleitung.core.proof.explain.words import boxes_words
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.prove import found_by
from anleitung.core.proof.repair.carried import Carried
from anleitung.core.proof.repair.find_fix import Fix
from anleitung.core.proof.run.compile import Compiled, run_bundle

_KINDS = frozenset({FactKind.PHONE})
# A condition of more parts than that is nothing that a reader could hold against a phone.
_MOST = 6


def come_through(compiled: Compiled) -> Node:
    """The admitted starts, with their choices, that come to the end and meet no stop."""
    space, run = compiled.procedure.space, compiled.run
    if not run.finished:
        return space.false
    through = space.both(compiled.procedure.admitted, run.alive[-1])
    for found in found_by(compiled):
        if found.phones is not None and BY_ID[found.finding].severity is Severity.STOP:
            through = space.minus(through, found.phones)
    return through


def kinds_through(compiled: Compiled) -> int:
    """Kinds of phone that come through whatever they choose."""
    space, admitted = compiled.procedure.space, compiled.procedure.admitted
    left = space.minus(admitted, come_through(compiled))
    return space.count(admitted, _KINDS) - space.count(left, _KINDS)


def some_come_through(compiled: Compiled) -> bool:
    """Whether some starts come through and some do not: the admission can be made narrower."""
    return come_through(compiled) not in (
        compiled.procedure.space.false,
        compiled.procedure.admitted,
    )


def admit_through(compiled: Compiled) -> Fix | None:
    """The shortest condition that lets in those that come through and nobody else, as an edit.

    None where none or all come through, or where it cannot be said in few words. Held against the
    law that after it exactly these phones are admitted and none of them meets a stop.
    """
    through = come_through(compiled)
    if not some_come_through(compiled):
        return None
    for condition, which in _conditions(compiled, through):
        guide = _admitting(compiled.bundle.guide, condition)
        if _lets_in_just(compiled, guide, through):
            return Fix(
                _("Admit only the phones that come through: {which}").format(which=which), guide, ()
            )
    return None


def _conditions(compiled: Compiled, through: Node) -> Iterator[tuple[Condition, str]]:
    """By those that come in, and by those that are turned away; what is shorter first."""
    space, admitted = compiled.procedure.space, compiled.procedure.admitted
    was = compiled.bundle.guide.admission.condition
    known = compiled.bundle.world.vocabulary
    ways = []
    for part, is_in in ((through, True), (space.minus(admitted, through), False)):
        boxes = describe(space, part, admitted, most=_MOST)
        each = [_of_box(box, space, known) for box in boxes.boxes]
        said = [condition for condition in each if condition is not None]
        if not boxes.exact or len(said) < len(each):
            continue
        if is_in:
            condition = all_of([was, any_of(said)])
            words = boxes_words(compiled.bundle, boxes)
        else:
            condition = all_of([was, *(Not(each) for each in said)])
            words = _("not {which}").format(which=boxes_words(compiled.bundle, boxes))
        ways.append((len(print_condition(condition)), condition, words))
    yield from (
        (condition, words) for _length, condition, words in sorted(ways, key=lambda w: w[0])
    )


# Facts of the start that conditions call by another name, in the slot that does not run.
_IN_OTHER_SLOT = {"other-base": "base", "other-system": "system"}


def _of_box(box: Box, space: Space, known: Vocabulary) -> Condition | None:
    """None where no condition can say it."""
    said = [_of_fact(fact, values, space, known) for fact, values in box.items()]
    parts = [part for part in said if part is not None]
    return all_of(parts) if parts and len(parts) == len(said) else None


def _of_fact(
    fact: str, values: tuple[str, ...], space: Space, known: Vocabulary
) -> Condition | None:
    """What can be said of some values only is said by those that it is not."""
    name = _IN_OTHER_SLOT.get(fact, fact)
    term = known.get(name)
    if term is None:
        return None
    others = [v for v in space.facts[space.level_of[fact]].values if v not in values]
    if term.values is None or term.values.issuperset(values):
        said: Condition = one_of(name, list(values))
    elif others and term.values.issuperset(others):
        said = Not(one_of(name, others))
    else:
        return None
    return OtherSlot(said) if fact in _IN_OTHER_SLOT else said


def _admitting(guide: Guide, condition: Condition) -> Guide:
    typed = Typed(condition, print_condition(condition))
    return guide.model_copy(update={"admission": typed})


def _lets_in_just(compiled: Compiled, guide: Guide, through: Node) -> bool:
    edited = compiled.bundle.with_guide(guide)
    if check_bundle(edited):
        return False
    after = run_bundle(edited, Budget())
    space = compiled.procedure.space
    if [f.name for f in after.procedure.space.facts] != [f.name for f in space.facts]:
        return False
    carried = Carried(space)
    admitted, comes = carried(after.procedure.admitted), carried(come_through(after))
    return admitted is through and comes is through
