"""A choice that no admitted phone can make."""

from collections.abc import Iterator

from anleitung.core.guide.nested import Nested
from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="choice-for-nobody",
    nature=Nature.COURSE,
    severity=Severity.WARN,
    says=N_("No admitted phone can choose this: {subject}."),
    why=N_("Its steps were run for nobody, so nothing is known of them."),
    remedy=N_("Admit the phones it is meant for, or take the choice out"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    space, guide = compiled.procedure.space, compiled.bundle.guide
    admitted = compiled.procedure.admitted
    if admitted is space.false:
        return
    at = {r.step.slot: r.step.id for r in compiled.rows if isinstance(r.step, Nested)}
    for option in guide.options:
        slot = f"option.{option.id}"
        for choice in option.choices:
            if space.both(admitted, space.where(space.var(slot), choice.id)) is space.false:
                yield Found(FINDING.id, choice.says, at.get(slot, ""), admitted)
