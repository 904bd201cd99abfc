"""The guide ends while an app still waits for a restart."""

from collections.abc import Iterator
from gettext import gettext as _
from typing import TYPE_CHECKING

from anleitung.core.proof.finding import FindingKind, Kind, Severity
from anleitung.core.proof.rules import Found

if TYPE_CHECKING:
    from anleitung.core.proof.run.compile import Compiled

FINDING = FindingKind(
    id="helper-not-finished",
    kind=Kind.COURSE,
    severity=Severity.WARN,
    about="app",
    says=_("The guide ends while {subject} still waits for one more restart."),
    why=_("What it was to do is done half."),
    remedy=_("Restart once more"),
)


def check(compiled: "Compiled") -> Iterator[Found]:
    run, space = compiled.run, compiled.procedure.space
    if len(run.concerned) < len(compiled.rows):
        return
    for app in compiled.bundle.world.apps:
        waits = space.where(run.states[-1][f"app.{app.id}"], "waiting")
        hit = space.both(run.alive[-1], waits)
        if hit is not space.false:
            yield Found(FINDING.id, app.id, compiled.rows[-1].step.id, hit)
