"""How an edit changes the steps of a guide: put in, or moved."""

from collections.abc import Iterator

from anleitung.core.guide.document import Guide
from anleitung.core.guide.walk import holds, rows_of
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step
from anleitung.core.proof.run.compile import Compiled

Edit = tuple[str, Guide]  # what it does in words, and the guide after it


def inserted(compiled: Compiled, before: str, *steps: Step) -> Iterator[Edit]:
    """At every place of the top level before the one where it is found, the latest first."""
    guide, world = compiled.bundle.guide, compiled.bundle.world
    taken = {row.step.id for row in rows_of(guide)}
    named = []
    for step in steps:
        name = next(n for n in _names(step.id) if n not in taken)
        taken.add(name)
        named.append(step.model_copy(update={"id": name}))
    place = next((i for i, s in enumerate(guide.steps) if holds(s, before)), 0)
    what = _("; then ").join(step.sentence(world) for step in steps)
    for at in range(place, -1, -1):
        says = _("Insert before step {number}: {what}").format(number=_number(guide, at), what=what)
        changed = (*guide.steps[:at], *named, *guide.steps[at:])
        yield says, guide.model_copy(update={"steps": changed})


def _names(stem: str) -> Iterator[str]:
    yield stem
    yield from (f"{stem}-{n}" for n in range(2, 2_000))


def _number(guide: Guide, at: int) -> int:
    ids = [row.step.id for row in rows_of(guide)]
    return ids.index(guide.steps[at].id) + 1


def moved(guide: Guide, wanted: str) -> Iterator[Edit]:
    """The step is done earlier or later among those of the top level, the nearest place first."""
    here = next((i for i, s in enumerate(guide.steps) if s.id == wanted), None)
    if here is None:
        return
    rest = [*guide.steps[:here], *guide.steps[here + 1 :]]
    for at in sorted(range(len(rest) + 1), key=lambda i: (abs(i - here), i)):
        if at == here:
            continue
        steps = (*rest[:at], guide.steps[here], *rest[at:])
        changed = guide.model_copy(update={"steps": steps})
        says = _("Move step {old} to place {new}").format(
            old=_number(guide, here), new=_number(changed, at)
        )
        yield says, changed
