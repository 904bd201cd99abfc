"""What is said to be lost is lost by some choices only."""

from collections.abc import Iterator

from anleitung.core.conditions.model import ALWAYS
from anleitung.core.marked import N_
from anleitung.core.phone.world import LOSSES
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="lost-by-one-choice",
    nature=Nature.COURSE,
    severity=Severity.NOTE,
    about="loss",
    says=N_("Only some of the choices take {subject}; the promise says it of all."),
    why=N_(
        "Readers who choose to keep their data believe it is lost all the same,"
        " or no longer believe the promise."
    ),
    remedy=N_("Say in the promise when it is lost, as a condition on the choice"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    for loss, when in compiled.bundle.world.declared.items():
        if when != ALWAYS or loss not in LOSSES or len(compiled.run.states) <= len(compiled.rows):
            continue
        if any(_told_apart(compiled, loss, option.id) for option in compiled.bundle.guide.options):
            yield Found(FINDING.id, loss, "", None)


def _told_apart(compiled: Compiled, loss: str, option: str) -> bool:
    """Some choice always takes it, and another one never does."""
    space, run = compiled.procedure.space, compiled.run
    gone = space.where(run.states[len(compiled.rows)][loss], "gone")
    alive = run.alive[len(compiled.rows)]
    var = space.var(f"option.{option}")
    taken = set()
    for value in space.leaves_within(var, alive):
        mine = space.both(alive, space.where(var, value))
        lost = space.both(mine, gone)
        taken.add("all" if lost is mine else "none" if lost is space.false else "some")
    return {"all", "none"} <= taken
