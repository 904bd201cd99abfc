"""The steps of a branch that no admitted phone takes."""

from collections.abc import Iterator

from anleitung.core.diagrams.space import Value
from anleitung.core.guide.nested import Nested
from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="branch-for-nobody",
    nature=Nature.COURSE,
    severity=Severity.WARN,
    about="condition",
    says=N_(
        "Every phone answers this alike, so the steps of the other answer are "
        "for nobody: {subject}."
    ),
    why=N_("They were run for nobody, so nothing is known of them."),
    remedy=N_("Take the question out, or admit the phones it is meant for"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    space, run = compiled.procedure.space, compiled.run
    for i, row in enumerate(compiled.rows[: len(run.concerned)]):
        if not isinstance(row.step, Nested):
            continue
        asked: dict[Value, str] = {answer: str(when) for answer, when in row.step.sorts()}
        if row.step.decides() is not None:
            asked = {answer: str(row.step.decides()) for answer in (True, False)}
        if not asked:
            continue
        here = space.both(run.concerned[i], run.alive[i + 1])
        taken = set(space.leaves_within(run.states[i + 1][row.step.slot], here))
        for arm in row.step.arms():
            if here is not space.false and arm.steps and arm.guard and arm.guard[1] not in taken:
                yield Found(FINDING.id, asked[arm.guard[1]], row.step.id, here)
