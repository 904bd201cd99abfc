"""One way through nested steps: the rows of a guide, a fold, a map, and the place of each step."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import TYPE_CHECKING, TypeVar

from anleitung.core.diagrams.space import Value
from anleitung.core.documents.base import DocumentPlace
from anleitung.core.guide.nested import Nested, OneStep, Steps, UsePassage
from anleitung.core.phone.actions import Step

if TYPE_CHECKING:
    from anleitung.core.guide.document import Guide

T = TypeVar("T")


@dataclass(frozen=True, slots=True)
class Row:
    """One step of the flattened procedure. guards: (slot, wanted) of the choices around it."""

    step: OneStep
    guards: tuple[tuple[str, Value], ...]
    turn: str = ""  # the slot whose turn it is, within steps that are done for each
    of_passage: bool = False

    @property
    def depth(self) -> int:
        return len(self.guards) + bool(self.turn) + self.of_passage

    @property
    def action(self) -> Step | None:
        """The step where something is done, None for one that holds others."""
        return self.step if isinstance(self.step, Step) else None


def rows_of(guide: "Guide") -> tuple[Row, ...]:
    """The steps in order of reading, nested ones after the choice that they hang on."""
    return tuple(_rows(guide.steps, (), "", of_passage=False))


def _rows(
    steps: Steps, guards: tuple[tuple[str, Value], ...], turn: str, *, of_passage: bool
) -> Iterator[Row]:
    for step in steps:
        yield Row(step, guards, turn, of_passage)
        if isinstance(step, Nested):
            within = of_passage or isinstance(step, UsePassage)
            for arm in step.arms():
                inner = guards if arm.guard is None else (*guards, arm.guard)
                yield from _rows(arm.steps, inner, arm.turn or turn, of_passage=within)


def actions_of(guide: "Guide") -> list[Step]:
    """The steps at which something is done, in order of reading."""
    return [row.action for row in rows_of(guide) if row.action is not None]


def every_step(steps: Steps) -> Iterator[OneStep]:
    """As they are stored, each before those that it holds."""
    for step in steps:
        yield step
        if isinstance(step, Nested):
            for inner in step.lists().values():
                yield from every_step(inner)


def actions_within(step: OneStep) -> list[Step]:
    """The steps at which something is done in one row, as they are stored."""
    if not isinstance(step, Nested):
        return [step] if isinstance(step, Step) else []
    lists = step.lists().values()
    return [found for steps in lists for inner in steps for found in actions_within(inner)]


def fold(
    steps: Steps,
    start: T,
    *,
    action: Callable[[T, Step], T],
    either: Callable[[list[T]], T],
    seen: Callable[[T, OneStep], None] = lambda value, step: None,
) -> T:
    """What adds up over the steps. action: one step more; either: one of several arms is done.

    seen: told the value before each step.
    """
    value = start
    for step in steps:
        seen(value, step)
        if not isinstance(step, Nested):
            value = action(value, step)
            continue
        ends = []
        for arm in step.arms():
            end = fold(arm.steps, value, action=action, either=either, seen=seen)
            if step.in_turn:
                value = end
            ends.append(end)
        value = ends[-1] if step.in_turn else either(ends)
    return value


def map_steps(guide: "Guide", change: Callable[[OneStep], OneStep]) -> "Guide":
    """A copy with every step as ``change`` gives it, nested ones first.

    Conditions keep their typing. What comes out is not checked again: change only what cannot make
    a guide invalid.
    """

    def changed(step: OneStep) -> OneStep:
        if isinstance(step, Nested):
            step = step.with_lists({at: tuple(map(changed, s)) for at, s in step.lists().items()})
        return change(step)

    return guide.model_copy(update={"steps": tuple(map(changed, guide.steps))})


def uses_of_passages(guide: "Guide") -> dict[DocumentPlace, UsePassage]:
    """The rows that take a passage, by their place in the document."""
    found: dict[DocumentPlace, UsePassage] = {}

    def walk(steps: Steps, at: DocumentPlace) -> None:
        for i, step in enumerate(steps):
            if isinstance(step, UsePassage):
                found[*at, i] = step
            elif isinstance(step, Nested):
                for place, inner in step.lists().items():
                    walk(inner, (*at, i, *place))

    walk(guide.steps, ("steps",))
    return found


def without_steps(guide: "Guide", unwanted: Callable[[OneStep], bool]) -> "Guide":
    """Raises nothing: a choice or an arm may be empty, and a guide of one step keeps it."""

    def kept(steps: Steps) -> Steps:
        return tuple(step for step in steps if not unwanted(step))

    def change(step: OneStep) -> OneStep:
        if not isinstance(step, Nested):
            return step
        lists = {at: kept(steps) for at, steps in step.lists().items()}
        return step.with_lists(lists) if step.may_be_empty or any(lists.values()) else step

    changed = map_steps(guide, change)
    steps = kept(changed.steps)
    return changed.model_copy(update={"steps": steps}) if steps else changed


def holds(step: OneStep, wanted: str) -> bool:
    """Whether the step has this id, or any within it as it is read."""
    arms = step.arms() if isinstance(step, Nested) else ()
    return step.id == wanted or any(holds(each, wanted) for arm in arms for each in arm.steps)


def step_places(guide: "Guide") -> dict[str, DocumentPlace]:
    """Where each step stands in the document, by id."""
    found: dict[str, DocumentPlace] = {}

    def walk(steps: Steps, at: DocumentPlace) -> None:
        for i, step in enumerate(steps):
            here = (*at, i)
            found[step.id] = here
            if not isinstance(step, Nested):
                continue
            for place, inner in step.lists().items():
                walk(inner, (*here, *place))
            # What is made stands where the step is stored from which it is made.
            for arm in step.arms() if step.made else ():
                stored = next(iter(step.lists()))
                for j, own in enumerate(arm.steps):
                    found[own.id] = (*here, *stored, j)

    walk(guide.steps, ("steps",))
    return found
