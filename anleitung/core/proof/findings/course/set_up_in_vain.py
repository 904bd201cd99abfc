"""The first set-up is gone through before a later step takes the data again."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.phone.actions.set_up import SetUp
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="set-up-in-vain",
    nature=Nature.COURSE,
    severity=Severity.NOTE,
    says=N_("This set-up is in vain: a later step takes the data again."),
    why=N_("Readers sign in, restore their copies, and lose them twenty minutes later."),
    remedy=N_("Leave it out, or move it behind the last wipe"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    run, space = compiled.run, compiled.procedure.space
    for i, row in enumerate(compiled.rows[: len(run.concerned)]):
        if not isinstance(row.step, SetUp):
            continue
        for state, alive in zip(run.states[i + 2 :], run.alive[i + 2 :], strict=True):
            taken = space.both(alive, space.where(state["data.state"], "empty"))
            hit = space.both(run.concerned[i], taken)
            if hit is not space.false:
                yield Found(FINDING.id, "", row.step.id, hit)
                break


fix = leave_out
