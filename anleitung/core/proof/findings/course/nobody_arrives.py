"""No phone comes to the end of the guide."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="nobody-arrives",
    nature=Nature.COURSE,
    severity=Severity.STOP,
    says=N_("No phone comes past this step: what the guide promises is true of none."),
    why=N_("What follows was not reached by any phone, so nothing is known of it."),
    remedy=N_("Mend what ends the way here"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    run, nobody = compiled.run, compiled.procedure.space.false
    if not run.finished or compiled.procedure.admitted is nobody or run.alive[-1] is not nobody:
        return
    last = next(i for i, alive in enumerate(run.alive) if alive is nobody) - 1
    step = compiled.procedure.steps[last].id
    if ("open-question", "", step) in run.findings:
        return  # which says so itself
    yield Found(FINDING.id, "", step, run.alive[last])
