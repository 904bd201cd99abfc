"""The phone ends without something that the guide did not say would be lost."""

from collections.abc import Iterator
from gettext import gettext as _
from typing import TYPE_CHECKING

from anleitung.core.phone.world import SIDE_LOSSES
from anleitung.core.proof.finding import FindingKind, Kind, Severity
from anleitung.core.proof.rules import Found

if TYPE_CHECKING:
    from anleitung.core.proof.run.compile import Compiled

FINDING = FindingKind(
    id="side-effect-not-declared",
    kind=Kind.COURSE,
    severity=Severity.STOP,
    about="loss",
    says=_("In the end the phone has lost {subject}, and the guide does not say so."),
    why=_("Some of it never comes back, and readers would have decided otherwise."),
    remedy=_("Name it among what the promise says is lost"),
)


def check(compiled: "Compiled") -> Iterator[Found]:
    """At the step where it goes for good: the last one that changes it."""
    run, space = compiled.run, compiled.procedure.space
    if len(run.states) <= len(compiled.rows):
        return
    for loss, whole in SIDE_LOSSES.items():
        if loss in compiled.bundle.world.declared:
            continue
        slot = compiled.bundle.world.slot_of_loss(loss)
        had = space.where(run.states[0][slot], whole)
        kept = space.where(run.states[len(compiled.rows)][slot], whole)
        lost = space.both(run.alive[len(compiled.rows)], space.minus(had, kept))
        if lost is space.false:
            continue
        for i in range(len(compiled.rows) - 1, -1, -1):
            if run.states[i][slot] is not run.states[i + 1][slot]:
                yield Found(FINDING.id, loss, compiled.rows[i].step.id, lost)
                break
