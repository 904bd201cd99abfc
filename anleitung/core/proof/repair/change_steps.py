"""How an edit changes the steps of a guide: put in, moved, left out."""

from collections.abc import Callable, Iterator
from gettext import gettext as _
from typing import Any

from anleitung.core.guide.document import (
    SLOTS,
    Branch,
    Choose,
    EachSlot,
    Guide,
    OneStep,
    rows_of,
    with_steps,
)
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
    place = next((i for i, s in enumerate(guide.steps) if _holds(s, before)), 0)
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


def _holds(step: OneStep, wanted: str) -> bool:
    if step.id == wanted:
        return True
    inner: list[Any] = []
    if isinstance(step, Choose):
        inner = [s for steps in step.choices.values() for s in steps]
    elif isinstance(step, Branch):
        inner = [*step.then, *step.otherwise]
    elif isinstance(step, EachSlot):
        inner = [s for letter in SLOTS for s in step.turn(letter)]
    return any(_holds(each, wanted) for each in inner)


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


def leaving_out(guide: Guide, unwanted: Callable[[OneStep], bool]) -> Guide:
    """Raises nothing: a choice or an arm may be empty, and a guide of one step keeps it."""

    def kept(steps: tuple[OneStep, ...]) -> tuple[OneStep, ...]:
        return tuple(step for step in steps if not unwanted(step))

    def change(step: OneStep) -> OneStep:
        if isinstance(step, Choose):
            return step.model_copy(
                update={"choices": {c: kept(steps) for c, steps in step.choices.items()}}
            )
        if isinstance(step, Branch) and len(step.then) + len(step.otherwise) > 1:
            return step.model_copy(
                update={"then": kept(step.then), "otherwise": kept(step.otherwise)}
            )
        return step

    changed = with_steps(guide, change)
    steps = kept(changed.steps)
    return changed.model_copy(update={"steps": steps}) if steps else changed
