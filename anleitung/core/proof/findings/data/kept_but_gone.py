"""A choice says that something is kept, and it is gone at the end."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.phone.world import SIDE_LOSSES
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="kept-but-gone",
    nature=Nature.COURSE,
    severity=Severity.STOP,
    about="loss",
    says=N_("Who chooses this is told that it is kept, and at the end it is gone: {subject}."),
    why=N_("The reader chose by these words."),
    remedy=N_("Mend the steps of this choice, or take it out of what the choice keeps"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    space, run, world = compiled.procedure.space, compiled.run, compiled.bundle.world
    if not run.finished:
        return
    before, after, arrived = compiled.procedure.start, run.states[-1], run.alive[-1]
    for loss, option, choice in world.kept_by:
        slot, kept = world.slot_of_loss(loss), SIDE_LOSSES.get(loss, "present")
        had = space.both(space.where(after[option], choice), space.where(before[slot], kept))
        gone = space.minus(space.both(arrived, had), space.where(after[slot], kept))
        if gone is not space.false:
            yield Found(FINDING.id, loss, "", gone)
