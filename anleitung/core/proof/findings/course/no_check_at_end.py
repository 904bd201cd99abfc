"""After the last start of a system nobody looks whether it worked."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="no-check-at-end",
    nature=Nature.COURSE,
    severity=Severity.WARN,
    says=N_("Nothing is looked at after the last start, so nobody knows whether it worked."),
    why=N_("Readers report success for a phone that still runs the old system."),
    remedy=N_("Add a check of what the guide promises at the end"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    rows, run = compiled.rows, compiled.run
    if not any(row.action is not None and row.action.no_return for row in rows):
        return
    starts = [i for i, row in enumerate(rows) if row.action and row.action.starts_system]
    if not starts or len(run.concerned) < len(rows):
        return
    last = starts[-1]
    if any(row.action and row.action.looks_at() is not None for row in rows[last + 1 :]):
        return
    if run.concerned[last] is not compiled.procedure.space.false:
        yield Found(FINDING.id, "", rows[last].step.id, run.concerned[last])
