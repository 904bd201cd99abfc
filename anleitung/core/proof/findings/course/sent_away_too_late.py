"""A check sends phones away after a step that cannot be taken back."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.proof.run.turned_away import turned_away

FINDING = Finding(
    id="sent-away-too-late",
    nature=Nature.COURSE,
    severity=Severity.STOP,
    about="condition",
    says=N_("Phones are sent away here after a step that cannot be taken back, unless {subject}."),
    why=N_("They leave with a phone that is neither what it was nor what was promised."),
    remedy=N_(
        "Ask this before the first step that cannot be taken back, or make it part of the admission"
    ),
)


def check(compiled: Compiled) -> Iterator[Found]:
    space, run = compiled.procedure.space, compiled.run
    changed = space.false
    after = {i: (phones, subject) for i, phones, subject in turned_away(compiled)}
    for i, row in enumerate(compiled.rows[: len(run.concerned)]):
        if i in after:
            late = space.both(after[i][0], changed)
            if late is not space.false:
                yield Found(FINDING.id, after[i][1], row.step.id, late)
        if row.action is not None and row.action.no_return:
            changed = space.either(changed, run.concerned[i])
