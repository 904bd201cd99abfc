"""Ends that no rescue reaches: steps after which an interrupted phone hangs for good."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from anleitung.core.diagrams.run import Budget, BudgetSpent
from anleitung.core.diagrams.space import FactKind, Node
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.walk import actions_of
from anleitung.core.proof.explain.trace import phones_out
from anleitung.core.proof.rehearse.rescue import prove_way_back
from anleitung.core.proof.run.compile import Compiled, run_bundle
from anleitung.core.routes.ground import Ground

_KINDS = frozenset({FactKind.PHONE})


@dataclass(frozen=True, slots=True)
class Unrescued:
    """A phone that hangs after this step comes through no guide. named: the one that the step

    names, "" for none; best: the one that leads the most of them back, itself included where it
    admits phones that hang; rescued, of: kinds; together: kinds that some guide leads back; why:
    what keeps the most of the others from the best one; who: which phones no guide leads back, ""
    for all.
    """

    guide: str
    step: str
    named: str
    best: str
    rescued: int
    of: int
    why: str
    who: str
    together: int = 0


def unrescued_of(ground: Ground) -> Iterator[Unrescued]:
    """Over all guides that are taken; those that are avoided rescue nobody. Raises BudgetSpent."""
    guides = {m.name: m.bundle for m in ground.moves if not m.avoided and not m.is_update}
    rescues = {name: b for name, b in guides.items() if b.guide.admits_hanging}
    for name, bundle in sorted(guides.items()):
        named = {step.way_back for step in actions_of(bundle.guide) if step.way_back}
        yield from _of_guide(name, bundle, rescues | {n: guides[n] for n in named & guides.keys()})


def _of_guide(name: str, bundle: Bundle, rescues: dict[str, Bundle]) -> Iterator[Unrescued]:
    cut = [step for step in actions_of(bundle.guide) if step.can_be_cut]
    if not cut:
        return
    compiled = run_bundle(bundle, Budget())
    if not compiled.run.finished:
        raise BudgetSpent  # of a guide that was not run to its end nothing is known
    space = compiled.procedure.space
    for step in cut:
        named = step.way_back or ""
        best = Unrescued(name, step.id, named, "", 0, 0, "", "")
        left: Node | None = None
        for rescue in sorted(rescues, key=lambda each: each != named):
            try:
                way = prove_way_back(compiled, step.id, rescues[rescue])
            except ValueError:  # no phone comes that far
                return
            if not best.of or way.rescued > best.rescued:
                by = rescue if way.rescued else ""
                best = Unrescued(name, step.id, named, by, way.rescued, way.of, way.why, way.who)
            assert way.left is not None
            left = way.left if left is None else space.both(left, way.left)
            if left is space.false:
                break  # each of them is led back by some guide
        if left is None:
            yield best
        elif left is not space.false:
            together = best.of - space.count(left, _KINDS)
            yield replace(best, together=together, who=_who(compiled, step.id, left))


def _who(compiled: Compiled, step: str, left: Node) -> str:
    place = next(i for i, row in enumerate(compiled.rows) if row.step.id == step)
    run, space = compiled.run, compiled.procedure.space
    hanging = space.both(run.concerned[place], run.alive[place + 1])
    return phones_out(compiled, left, hanging).words
