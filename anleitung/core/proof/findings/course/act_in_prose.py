"""Prose tells to do what no step does."""

from collections.abc import Iterator

from anleitung.core.guide.nested import Nested, OneStep
from anleitung.core.guide.walk import actions_of
from anleitung.core.marked import N_
from anleitung.core.phone.actions import Step, name_of
from anleitung.core.proof.explain.prose_acts import acts_told, programs_of
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="act-in-prose",
    nature=Nature.DOCUMENT,
    severity=Severity.WARN,
    says=N_("The prose says “{subject}”: no step does that, so nothing of it is proved."),
    why=N_("Readers do what the text says, and the model has run another procedure."),
    remedy=N_("Make it a step of its own, or take it out of the text"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    bundle = compiled.bundle
    programs = programs_of(bundle.tools)
    every = frozenset(name_of(type(step)) for step in actions_of(bundle.guide))
    for sentence in acts_told(bundle.guide.introduction, every | _BEFORE, programs):
        yield Found(FINDING.id, sentence[:160], "", None)
    for row in compiled.rows:
        own = _commands(compiled, row.action)
        for sentence in acts_told(row.step.prose, _done(row.step), programs):
            if sentence in own:
                continue
            yield Found(FINDING.id, sentence[:160], row.step.id, None)


# What another guide did before it is said in an introduction.
_BEFORE = frozenset({"unlock", "install", "app"})


def _done(step: OneStep) -> frozenset[str]:
    """What the step does; of one that holds others, what any of them does."""
    if not isinstance(step, Nested):
        return frozenset({name_of(type(step))})
    return frozenset(name for arm in step.arms() for each in arm.steps for name in _done(each))


def _commands(compiled: Compiled, step: Step | None) -> set[str]:
    """The command that stands beside the step anyhow, on every host system."""
    key = step.command_key() if step else None
    if step is None or key is None:
        return set()
    values = step.command_values(compiled.bundle.world)
    told = {
        tool.command(key, host.id, values) for tool in compiled.bundle.tools for host in tool.hosts
    }
    return {text for text in told if text is not None}
