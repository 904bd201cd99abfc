"""A check sends phones away for what the steps of the guide did."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.proof.run.turned_away import slots_of, turned_away

FINDING = Finding(
    id="check-decides-own-work",
    nature=Nature.COURSE,
    severity=Severity.STOP,
    about="condition",
    says=N_(
        "Phones are sent away here for what the guide's own steps did to them: "
        "{subject} does not hold."
    ),
    why=N_("That is no question to the reader but a promise which the guide does not keep."),
    remedy=N_("Mend the steps before it"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    space, run = compiled.procedure.space, compiled.run
    for i, phones, subject in turned_away(compiled):
        by_guide = space.false
        for slot in slots_of(compiled, i):
            moved = space.join(_differs, compiled.procedure.start[slot], run.states[i][slot])
            by_guide = space.either(by_guide, space.both(phones, moved))
        if by_guide is not space.false:
            yield Found(FINDING.id, subject, compiled.rows[i].step.id, by_guide)


def _differs(before: object, now: object) -> bool:
    return before != now
