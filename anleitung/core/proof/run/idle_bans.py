"""Bans that guard nothing: parts of the admission without which no phone would fare ill."""

from collections.abc import Iterator
from dataclasses import replace
from functools import reduce

from anleitung.core.conditions.model import Condition, atoms, conjuncts
from anleitung.core.conditions.text import print_condition
from anleitung.core.diagrams.run import Budget, DiagramAlgebra, run_all
from anleitung.core.diagrams.space import Node
from anleitung.core.phone.world import NOT_LISTED
from anleitung.core.proof.finding import Found, Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.run.compile import Compiled

# What was never tried on a build is not known to the model, so a ban on builds is never idle.
_OF_BUILDS = frozenset({"base", "other-base", "build", "platform", "system-release"})


def idle_bans(compiled: Compiled, possible: Node, budget: Budget | None = None) -> Iterator[Found]:
    """Runs the guide once for the phones that a part alone turns away. possible: all there are."""
    parts = conjuncts(compiled.bundle.guide.admission.condition)
    asked = [p for p in parts if not {atom.fact for atom in atoms(p)} & _OF_BUILDS]
    if not asked or not compiled.run.finished:
        return
    procedure, space = compiled.procedure, compiled.procedure.space
    algebra = DiagramAlgebra(space, procedure.start.__getitem__)
    holds = [space.where(compiled.bundle.world.formula(part).over(algebra), True) for part in parts]
    turned_away = {}
    for part, here in zip(parts, holds, strict=True):
        away = space.minus(possible, here)
        for other in holds:
            if other is not here:
                away = space.both(away, other)
        if part in asked and away is not space.false:
            turned_away[part] = away
    if not turned_away:
        return
    anybody = reduce(space.either, turned_away.values(), space.false)
    run = run_all(replace(procedure, admitted=anybody), budget or Budget())
    if not run.finished:
        return
    # Whoever is turned away on the way fares worse than who is at the door.
    ill = space.minus(anybody, run.alive[-1])
    for (finding, _subject, _step), phones in run.findings.items():
        if BY_ID[finding].severity is not Severity.NOTE:
            ill = space.either(ill, phones)
    for fact in ("base", "other-base"):
        if fact in space.level_of:
            ill = space.either(ill, space.where(space.var(fact), NOT_LISTED))
    for part, away in turned_away.items():
        if space.both(away, ill) is space.false:
            yield _found(part)


def _found(part: Condition) -> Found:
    return Found("guards-nothing", print_condition(part), "", None)
