"""Steps that hold steps: choices, branches, and what is done for each slot."""

from abc import abstractmethod
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from gettext import gettext as _
from typing import TYPE_CHECKING, Annotated, ClassVar, Literal

from pydantic import Field, model_validator

from anleitung.core.diagrams.space import Value
from anleitung.core.documents.base import Document, Id, Prose, ShortText, Typed
from anleitung.core.documents.picture import Pictures
from anleitung.core.guide.script import RunScript
from anleitung.core.phone.actions import AnyAction, Step
from anleitung.core.phone.actions.base import DocumentPlace

if TYPE_CHECKING:
    from anleitung.core.guide.document import Guide

SLOTS = ("a", "b")
EACH = "each"

Steps = tuple["OneStep", ...]
Options = Mapping[str, tuple[str, ...]]  # id → ids of its choices


@dataclass(frozen=True, slots=True)
class Arm:
    """Steps as they are read. guard: (slot, wanted) that leads there; turn: letter of a slot."""

    steps: Steps
    guard: tuple[str, Value] | None = None
    turn: str = ""


class Nested(Document):
    """Base of the steps that hold steps. New kinds need nothing anywhere else."""

    id: Id
    prose: Prose = ""
    pictures: Pictures = ()

    # Every arm is done, one after the other; else one of them.
    in_turn: ClassVar[bool] = False
    # A lone list may not become empty.
    may_be_empty: ClassVar[bool] = True

    @abstractmethod
    def lists(self) -> Mapping[DocumentPlace, Steps]:
        """The lists of steps as they are stored, by their place in the document."""

    @abstractmethod
    def with_lists(self, lists: Mapping[DocumentPlace, Steps]) -> "Nested":
        """A copy with these lists; what comes out is not checked again."""

    @abstractmethod
    def arms(self) -> tuple[Arm, ...]:
        """The lists of steps as they are read."""

    @abstractmethod
    def sentence(self, guide: "Guide") -> str:
        """What the reader is asked or told."""

    @property
    def slot(self) -> str:
        """The slot of the state that holds the answer, "" where nothing is asked."""
        return ""

    def decides(self) -> Typed | None:
        """What the reader reads off, where the phone decides which arm is theirs."""
        return None

    def conditions(self) -> tuple[tuple[DocumentPlace, Typed], ...]:
        """The conditions in it, by their place."""
        return ()

    def misfits(self, options: Options, slots: str) -> Iterator[tuple[DocumentPlace, str]]:
        """What does not fit the rest of the bundle. slots: of the layout, dual or single."""
        return iter(())

    def answers(self, guide: "Guide") -> tuple[tuple[str, str], ...]:
        """(value, words) of the answers that a reader may give."""
        return ()


class Choose(Nested):
    """The reader makes the choice of one option; each choice has its own steps."""

    action: Literal["choose"]
    option: Id
    choices: dict[Id, tuple["AnyStep", ...]]

    def lists(self) -> Mapping[DocumentPlace, Steps]:
        return {("choices", choice): steps for choice, steps in self.choices.items()}

    def with_lists(self, lists: Mapping[DocumentPlace, Steps]) -> "Choose":
        choices = {choice: lists["choices", choice] for choice in self.choices}
        return self.model_copy(update={"choices": choices})

    def arms(self) -> tuple[Arm, ...]:
        return tuple(Arm(steps, (self.slot, c)) for c, steps in self.choices.items())

    def sentence(self, guide: "Guide") -> str:
        return guide.option(self.option).ask

    @property
    def slot(self) -> str:
        return f"option.{self.option}"

    def misfits(self, options: Options, slots: str) -> Iterator[tuple[DocumentPlace, str]]:
        choices = options.get(self.option)
        if choices is None:
            yield ("option",), f"the guide has no option {self.option!r}"
        elif set(self.choices) != set(choices):
            yield (
                ("choices",),
                f"steps for each choice of {self.option} ({', '.join(choices)}) and no other; "
                "an empty list where a choice has none",
            )

    def answers(self, guide: "Guide") -> tuple[tuple[str, str], ...]:
        return tuple((c.id, c.says) for c in guide.option(self.option).choices)


class Branch(Nested):
    """The reader reads a fact off; the answer is kept, and the steps in it ask for it."""

    action: Literal["branch"]
    on: Typed
    ask: ShortText
    then: tuple["AnyStep", ...] = ()
    otherwise: tuple["AnyStep", ...] = ()

    may_be_empty = False

    @model_validator(mode="after")
    def _leads_somewhere(self) -> "Branch":
        if not self.then and not self.otherwise:
            raise ValueError("a branch has steps under then, or under otherwise, or both")
        return self

    def lists(self) -> Mapping[DocumentPlace, Steps]:
        return {("then",): self.then, ("otherwise",): self.otherwise}

    def with_lists(self, lists: Mapping[DocumentPlace, Steps]) -> "Branch":
        return self.model_copy(update={str(at[0]): steps for at, steps in lists.items()})

    def arms(self) -> tuple[Arm, ...]:
        return (Arm(self.then, (self.slot, True)), Arm(self.otherwise, (self.slot, False)))

    def sentence(self, guide: "Guide") -> str:
        return self.ask

    def decides(self) -> Typed | None:
        return self.on

    def conditions(self) -> tuple[tuple[DocumentPlace, Typed], ...]:
        return ((("on",), self.on),)

    @property
    def slot(self) -> str:
        return f"branch.{self.id}"

    def answers(self, guide: "Guide") -> tuple[tuple[str, str], ...]:
        return (("yes", _("Yes")), ("no", _("No")))


class EachSlot(Nested):
    """The same steps for slot a, then for slot b: "each" in them is the slot whose turn it is."""

    action: Literal["each-slot"]
    steps: Annotated[tuple[AnyAction, ...], Field(min_length=1, max_length=40)]

    in_turn = True
    may_be_empty = False

    def lists(self) -> Mapping[DocumentPlace, Steps]:
        return {("steps",): self.steps}

    def with_lists(self, lists: Mapping[DocumentPlace, Steps]) -> "EachSlot":
        return self.model_copy(update={"steps": lists[("steps",)]})

    def arms(self) -> tuple[Arm, ...]:
        return tuple(Arm(self._turn(letter), None, letter) for letter in SLOTS)

    def _turn(self, letter: str) -> Steps:
        """The steps of one turn, with ids of their own."""
        found = []
        for step in self.steps:
            change: dict[str, str] = {"id": f"{step.id}-{letter}"}
            change |= {f: letter for f in ("where", "slot") if getattr(step, f, "") == EACH}
            found.append(step.model_copy(update=change))
        return tuple(found)

    def misfits(self, options: Options, slots: str) -> Iterator[tuple[DocumentPlace, str]]:
        if slots != "dual":
            yield (), "this codename has one slot: there is no each of them"

    def sentence(self, guide: "Guide") -> str:
        return _("For slot a, and then for slot b:")


AnyStep = Annotated[
    AnyAction | RunScript | Choose | Branch | EachSlot, Field(discriminator="action")
]
OneStep = Step | Nested
