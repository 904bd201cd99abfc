"""The guide ends while an app still waits for a restart."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.restart import Restart
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="helper-not-finished",
    nature=Nature.COURSE,
    severity=Severity.WARN,
    about="app",
    says=N_("The guide ends while {subject} still waits for one more restart."),
    why=N_("What it was to do is done half."),
    remedy=N_("Restart once more"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    run, space = compiled.run, compiled.procedure.space
    if len(run.concerned) < len(compiled.rows):
        return
    for app in compiled.bundle.world.apps:
        waits = space.where(run.states[-1][f"app.{app.id}"], "waiting")
        hit = space.both(run.alive[-1], waits)
        if hit is not space.false:
            yield Found(FINDING.id, app.id, compiled.rows[-1].step.id, hit)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = compiled.bundle.guide
    taken = {row.step.id for row in compiled.rows}
    name = next(n for n in ("once-more", "once-more-2", "once-more-3") if n not in taken)
    step = Restart.model_validate(
        {"action": "restart", "id": name, "duration": {"usual": [60, 240], "give_up": 900}}
    )
    yield (
        _("Restart once more at the end"),
        guide.model_copy(update={"steps": (*guide.steps, step)}),
    )
