"""A step names a slot that the phone does not have."""

from anleitung.core.guide.nested import EACH, OneStep
from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import change_steps

FINDING = Finding(
    id="no-such-slot",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("This phone has no such slot: it has only one."),
    why=N_("The tool refuses the command."),
    remedy=N_("Leave the slot out"),
)


def _in_running_slot(step: OneStep, found: Found) -> OneStep:
    if step.id == found.step and getattr(step, "where", EACH) != EACH:
        return step.model_copy(update={"where": "running"})
    return step


fix = change_steps(N_("Write to the running slot"), _in_running_slot)
