"""Declared losses, and whether a copy was offered before them."""

from collections.abc import Iterator

from anleitung.core.diagrams.space import Node, OneOf
from anleitung.core.phone.actions.back_up import BackUp
from anleitung.core.proof.finding import Found
from anleitung.core.proof.run.compile import Compiled

_NO_COPY = OneOf(frozenset({"none", "lost"}))


def lost_without_copy(compiled: Compiled, finding: str, what: str) -> Iterator[Found]:
    """At the steps that take it from phones of which no copy was made."""
    space, run = compiled.procedure.space, compiled.run
    told = [loss for loss in compiled.bundle.guide.promise.losses if loss.what == what]
    if not told or any(loss.no_copy for loss in told):
        return
    for i, row in enumerate(compiled.rows[: len(run.concerned)]):
        before, after = run.states[i], run.states[i + 1]
        if before[what] is after[what]:
            continue
        # A phone that hangs at the start gives nothing to copy.
        had = space.minus(
            space.where(before[what], "present"), space.where(run.states[0]["mode"], "stuck")
        )
        lost = space.both(run.concerned[i], space.both(had, space.where(after[what], "gone")))
        lost = space.both(lost, space.map(_NO_COPY, before[f"backup.{what}"]))
        lost = space.minus(lost, _offered(compiled, what, i))
        for (known, subject, step), phones in run.findings.items():
            if (known, subject, step) == ("undeclared-loss", what, row.step.id):
                lost = space.minus(lost, phones)
        if lost is not space.false:
            yield Found(finding, what, row.step.id, lost)


def _offered(compiled: Compiled, what: str, upto: int) -> Node:
    """The phones whose owner could choose a copy, and chose none."""
    space, run = compiled.procedure.space, compiled.run
    found = space.false
    for i, row in enumerate(compiled.rows[:upto]):
        own = row.action
        if not isinstance(own, BackUp) or what not in own.what:
            continue
        asked = run.alive[i]
        for slot, wanted in row.guards:
            if not slot.startswith("option."):
                asked = space.both(asked, space.where(run.states[i][slot], wanted))
        found = space.either(found, asked)
    return found
