"""A step changes nothing on any phone, though it is there to change something."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="changes-nothing",
    nature=Nature.COURSE,
    severity=Severity.NOTE,
    says=N_("This step changes nothing on any phone that comes here."),
    why=N_("Readers who skip what does nothing learn to skip."),
    remedy=N_("Leave it out"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    run, space = compiled.run, compiled.procedure.space
    for i, row in enumerate(compiled.rows[: len(run.concerned)]):
        if row.action is None or not row.action.for_effect or run.concerned[i] is space.false:
            continue
        before, after = run.states[i], run.states[i + 1]
        if run.alive[i] is run.alive[i + 1] and all(before[s] is after[s] for s in before):
            yield Found(FINDING.id, "", row.step.id, run.concerned[i])


fix = leave_out
