"""The last check turns admitted phones away."""

from collections.abc import Iterator

from anleitung.core.guide.walk import Row
from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.proof.run.turned_away import turned_away

FINDING = Finding(
    id="last-check-turns-away",
    nature=Nature.COURSE,
    severity=Severity.STOP,
    about="condition",
    says=N_(
        "Phones that the guide admits are turned away by its last check: {subject} does not hold."
    ),
    why=N_(
        "Nothing is done after it, so it can only tell whether the guide "
        "worked: on these phones it did not."
    ),
    remedy=N_("Mend the steps before it, or admit only the phones that they serve"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    if not compiled.run.finished:
        return
    rows = compiled.rows
    for i, phones, subject in turned_away(compiled):
        acts = any(_acts(row) for row in rows[:i])
        if acts and not any(_acts(row) and _meets(row, rows[i]) for row in rows[i + 1 :]):
            yield Found(FINDING.id, subject, rows[i].step.id, phones)


def _acts(row: Row) -> bool:
    return row.action is not None and row.action.looks_at() is None


def _meets(row: Row, other: Row) -> bool:
    """Whether a reader can come to both: no choice around them was answered otherwise."""
    answered = dict(other.guards)
    return all(answered.get(slot, wanted) == wanted for slot, wanted in row.guards)
