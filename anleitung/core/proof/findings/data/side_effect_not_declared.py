"""The phone ends without something that the guide did not say would be lost."""

from collections.abc import Iterator

from anleitung.core.diagrams.run import DiagramAlgebra
from anleitung.core.diagrams.space import Node
from anleitung.core.marked import N_
from anleitung.core.phone.world import SIDE_LOSSES
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_frame import declared
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="side-effect-not-declared",
    nature=Nature.COURSE,
    severity=Severity.STOP,
    about="loss",
    says=N_("At the end the phone has lost {subject}, and the guide does not say so."),
    why=N_("Some of it never comes back, and readers would have decided otherwise."),
    remedy=N_("Name it among what the promise says is lost"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    """At the step where it goes for good: the last one that changes it."""
    run, space = compiled.run, compiled.procedure.space
    if len(run.states) <= len(compiled.rows):
        return
    for loss, whole in SIDE_LOSSES.items():
        slot = compiled.bundle.world.slot_of_loss(loss)
        had = space.where(run.states[0][slot], whole)
        kept = space.where(run.states[len(compiled.rows)][slot], whole)
        lost = space.both(run.alive[len(compiled.rows)], space.minus(had, kept))
        lost = space.minus(lost, _said(compiled, loss))
        if lost is space.false:
            continue
        for i in range(len(compiled.rows) - 1, -1, -1):
            if run.states[i][slot] is not run.states[i + 1][slot]:
                yield Found(FINDING.id, loss, compiled.rows[i].step.id, lost)
                break


def _said(compiled: Compiled, loss: str) -> Node:
    """The phones of which the guide says that they lose it."""
    world, procedure = compiled.bundle.world, compiled.procedure
    space = procedure.space
    when = world.declared.get(loss)
    if when is None:
        return space.false
    algebra = DiagramAlgebra(space, procedure.start.__getitem__)
    said = space.where(world.formula(when).over(algebra), True)
    for what, slot, choice in world.kept_by:
        if what == loss:
            said = space.minus(said, space.where(space.var(slot), choice))
    return said


fix = declared
