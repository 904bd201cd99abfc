"""A step waits, and nobody says when to give up."""

from collections.abc import Iterator

from anleitung.core.guide.nested import OneStep
from anleitung.core.guide.walk import map_steps
from anleitung.core.marked import N_
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.base import Duration
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="no-give-up-time",
    nature=Nature.COURSE,
    severity=Severity.WARN,
    says=N_("The reader waits here, and no time is given after which to give up."),
    why=N_("Somebody pulls the cable after two minutes, somebody else waits all night."),
    remedy=N_("Add duration with give_up to the step"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    space = compiled.procedure.space
    for row, concerned in zip(compiled.rows, compiled.run.concerned, strict=False):
        step = row.action
        if step is None or not step.waits:
            continue
        if step.duration is not None and step.duration.give_up is not None:
            continue
        if concerned is not space.false:
            yield Found(FINDING.id, "", step.id, concerned)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    def change(step: OneStep) -> OneStep:
        if step.id != found.step or not isinstance(step, Step):
            return step
        usual = step.seconds
        limit = min(max(usual[1] * 3, 60), 86_400)
        return step.model_copy(update={"duration": Duration(usual=usual, give_up=limit)})

    yield (
        _("Give up after three times the longest usual time"),
        map_steps(compiled.bundle.guide, change),
    )
