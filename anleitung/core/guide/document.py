"""The guide document: an aim on a codename, as a procedure of typed steps."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.diagrams.space import Value
from anleitung.core.documents.base import Document, Id, Prose, ShortText, Typed
from anleitung.core.documents.picture import Pictures
from anleitung.core.guide.script import RunScript
from anleitung.core.phone.actions import AnyAction, Step

MAX_STEPS = 2_000
SLOTS = ("a", "b")
EACH = "each"


class Choose(Document):
    """The reader makes the choice of one option; each choice has its own steps."""

    action: Literal["choose"]
    id: Id
    option: Id
    choices: dict[Id, tuple["AnyStep", ...]]
    prose: Prose = ""
    pictures: Pictures = ()


class Branch(Document):
    """The reader reads a fact off; the answer is kept, and the steps in it ask for it."""

    action: Literal["branch"]
    id: Id
    on: Typed
    ask: ShortText
    then: tuple["AnyStep", ...] = ()
    otherwise: tuple["AnyStep", ...] = ()
    prose: Prose = ""
    pictures: Pictures = ()

    @model_validator(mode="after")
    def _leads_somewhere(self) -> "Branch":
        if not self.then and not self.otherwise:
            raise ValueError("a branch has steps under then, or under otherwise, or both")
        return self


class EachSlot(Document):
    """The same steps for slot a, then for slot b: "each" in them is the slot whose turn it is."""

    action: Literal["each-slot"]
    id: Id
    steps: Annotated[tuple[AnyAction, ...], Field(min_length=1, max_length=40)]
    prose: Prose = ""
    pictures: Pictures = ()

    def turn(self, letter: str) -> tuple[Step, ...]:
        """The steps of one turn, with ids of their own."""
        found = []
        for step in self.steps:
            change: dict[str, str] = {"id": f"{step.id}-{letter}"}
            change |= {f: letter for f in ("where", "slot") if getattr(step, f, "") == EACH}
            found.append(step.model_copy(update=change))
        return tuple(found)


AnyStep = Annotated[
    AnyAction | RunScript | Choose | Branch | EachSlot, Field(discriminator="action")
]


class Choice(Document):
    id: Id
    says: ShortText


class Option(Document):
    """A choice the reader makes where practitioners disagree. The first choice is the usual one."""

    id: Id
    ask: ShortText
    choices: Annotated[tuple[Choice, ...], Field(min_length=2, max_length=12)]
    advice: ShortText | None = Field(default=None, description="what the author would choose, why")


class Promise(Document):
    """holds: conditions true at the end; loses: what is gone, unless a checked copy exists."""

    holds: Annotated[tuple[Typed, ...], Field(min_length=1, max_length=40)]
    loses: Annotated[
        tuple[Literal["apps", "media", "root", "warranty", "protected-content"], ...],
        Field(max_length=5),
    ] = ()


class Guide(Document):
    """One guide on one codename."""

    id: Id
    codename: Id
    title: ShortText
    summary: ShortText
    introduction: Prose = ""
    agree_to: Annotated[tuple[ShortText, ...], Field(max_length=20)] = Field(
        default=(), description="known bugs of an alpha that a reader agrees to before the start"
    )
    caution_words: Annotated[dict[Id, ShortText], Field(max_length=30)] = Field(
        default={}, description="cautions in the author's words, by id; none can be left out"
    )
    admission: Typed
    promise: Promise
    options: Annotated[tuple[Option, ...], Field(max_length=12)] = ()
    files: Annotated[tuple[Id, ...], Field(max_length=100)] = ()
    tools: Annotated[tuple[Id, ...], Field(max_length=10)] = ()
    programs: Annotated[tuple[Id, ...], Field(max_length=20)] = ()
    steps: Annotated[tuple[AnyStep, ...], Field(min_length=1, max_length=MAX_STEPS)]

    @model_validator(mode="after")
    def _ids_once(self) -> "Guide":
        for what, ids in (
            ("step", [row.step.id for row in rows_of(self)]),
            ("option", [o.id for o in self.options]),
            ("file", list(self.files)),
            ("tool", list(self.tools)),
            ("program", list(self.programs)),
        ):
            seen: set[str] = set()
            for name in ids:
                if name in seen:
                    raise ValueError(f"{what} id {name!r} is used twice; each needs its own")
                seen.add(name)
        return self


@dataclass(frozen=True, slots=True)
class Row:
    """One step of the flattened procedure. guards: (slot, wanted) of the choices around it."""

    step: "OneStep"
    guards: tuple[tuple[str, Value], ...]
    turn: str = ""  # the slot whose turn it is, within steps that are done for each

    @property
    def depth(self) -> int:
        return len(self.guards) + bool(self.turn)


def rows_of(guide: Guide) -> tuple[Row, ...]:
    """The steps in order of reading, nested ones after the choice that they hang on."""
    return tuple(_rows(guide.steps, ()))


def _rows(steps: "tuple[OneStep, ...]", guards: tuple[tuple[str, Value], ...]) -> Iterator[Row]:
    for step in steps:
        yield Row(step, guards)
        if isinstance(step, EachSlot):
            for letter in SLOTS:
                yield from (Row(inner, guards, letter) for inner in step.turn(letter))
        for inner, guard in arms_of(step):
            yield from _rows(inner, (*guards, guard))


def arms_of(step: "OneStep") -> list[tuple["tuple[OneStep, ...]", tuple[str, Value]]]:
    """The nested step lists of a choice, each with the (slot, value) that leads into it."""
    if isinstance(step, Choose):
        return [(inner, (f"option.{step.option}", c)) for c, inner in step.choices.items()]
    if isinstance(step, Branch):
        slot = f"branch.{step.id}"
        return [(step.then, (slot, True)), (step.otherwise, (slot, False))]
    return []


OneStep = Step | Choose | Branch | EachSlot


def with_steps(guide: Guide, change: Callable[[OneStep], OneStep]) -> Guide:
    """A copy with every step as ``change`` gives it, nested ones first.

    Conditions keep their typing. What comes out is not checked again: change only what cannot make
    a guide invalid.
    """

    def changed(step: OneStep) -> OneStep:
        if isinstance(step, Choose):
            inner = {c: tuple(map(changed, steps)) for c, steps in step.choices.items()}
            return change(step.model_copy(update={"choices": inner}))
        if isinstance(step, Branch):
            arms = {arm: tuple(map(changed, getattr(step, arm))) for arm in ("then", "otherwise")}
            return change(step.model_copy(update=arms))
        if isinstance(step, EachSlot):
            return change(step.model_copy(update={"steps": tuple(map(changed, step.steps))}))
        return change(step)

    return guide.model_copy(update={"steps": tuple(map(changed, guide.steps))})
