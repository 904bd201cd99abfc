"""Steps that hold steps: choices, branches, and what is done for each slot."""

from abc import abstractmethod
from collections.abc import Container, Iterator, Mapping
from dataclasses import dataclass
from typing import TYPE_CHECKING, Annotated, Any, ClassVar, Literal

from pydantic import Field, model_validator

from anleitung.core.diagrams.space import Value
from anleitung.core.documents.base import Document, DocumentPlace, Id, Prose, ShortText, Typed
from anleitung.core.documents.picture import Pictures
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.script import RunScript
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import AnyAction, Step

if TYPE_CHECKING:
    from anleitung.core.guide.document import Guide

SLOTS = ("a", "b")
EACH = "each"
THIS_FILE = "this-file"

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
    # What is read is made of what is stored, with ids of its own.
    made: ClassVar[bool] = False
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

    def sorts(self) -> tuple[tuple[str, Typed], ...]:
        """(answer, what is so then), where the phone decides between several answers.

        Of each phone exactly one is so.
        """
        return ()

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


class Sorted(Nested):
    """Base of the steps at which a fact with several values decides: of each phone one is so."""

    ask: ShortText

    @abstractmethod
    def told(self) -> tuple[tuple[DocumentPlace, str, str, Typed], ...]:
        """(place, answer, its words, what is so then) of each."""

    @abstractmethod
    def without(self, answers: Container[str]) -> "Sorted":
        """A copy without these answers; what comes out is not checked again."""

    @model_validator(mode="after")
    def _once(self) -> "Sorted":
        answers = [answer for _at, answer, _says, _when in self.told()]
        twice = next((a for a in answers if answers.count(a) > 1), None)
        if twice is not None:
            raise ValueError(f"{twice} is listed twice; each answer stands once")
        return self

    def sentence(self, guide: "Guide") -> str:
        return self.ask

    @property
    def slot(self) -> str:
        return f"branch.{self.id}"

    def sorts(self) -> tuple[tuple[str, Typed], ...]:
        return tuple((answer, when) for _at, answer, _says, when in self.told())

    def conditions(self) -> tuple[tuple[DocumentPlace, Typed], ...]:
        return tuple(((*at, "when"), when) for at, _answer, _says, when in self.told())

    def answers(self, guide: "Guide") -> tuple[tuple[str, str], ...]:
        return tuple((answer, says) for _at, answer, says, _when in self.told())


class Case(Document):
    """One answer of several, and the steps of the phones of which it is so."""

    id: Id
    says: ShortText
    when: Typed
    steps: tuple["AnyStep", ...] = ()


class Cases(Sorted):
    """The reader reads a fact off that has several values; each has its own steps."""

    action: Literal["cases"]
    cases: Annotated[tuple[Case, ...], Field(min_length=2, max_length=12)]

    def told(self) -> tuple[tuple[DocumentPlace, str, str, Typed], ...]:
        return tuple((("cases", i), c.id, c.says, c.when) for i, c in enumerate(self.cases))

    def lists(self) -> Mapping[DocumentPlace, Steps]:
        return {("cases", i, "steps"): case.steps for i, case in enumerate(self.cases)}

    def with_lists(self, lists: Mapping[DocumentPlace, Steps]) -> "Cases":
        cases = tuple(
            case.model_copy(update={"steps": lists["cases", i, "steps"]})
            for i, case in enumerate(self.cases)
        )
        return self.model_copy(update={"cases": cases})

    def without(self, answers: Container[str]) -> "Cases":
        cases = tuple(case for case in self.cases if case.id not in answers)
        return self.model_copy(update={"cases": cases})

    def arms(self) -> tuple[Arm, ...]:
        return tuple(Arm(case.steps, (self.slot, case.id)) for case in self.cases)


class PhoneFile(Document):
    """One file of several, and the phones that it is for."""

    file: Id
    says: ShortText
    when: Typed


class FileForPhone(Sorted):
    """Steps with the file for this phone: "this-file" in them is the one out of ``files``."""

    action: Literal["file-for-phone"]
    files: Annotated[tuple[PhoneFile, ...], Field(min_length=2, max_length=40)]
    steps: Annotated[tuple[AnyAction | OpenQuestion, ...], Field(min_length=1, max_length=10)]

    made = True
    may_be_empty = False

    @model_validator(mode="after")
    def _takes_it(self) -> "FileForPhone":
        if not any(THIS_FILE in step.used_files() for step in self.steps):
            raise ValueError(f"no step in it takes {THIS_FILE}")
        return self

    def told(self) -> tuple[tuple[DocumentPlace, str, str, Typed], ...]:
        return tuple((("files", i), f.file, f.says, f.when) for i, f in enumerate(self.files))

    def without(self, answers: Container[str]) -> "FileForPhone":
        files = tuple(each for each in self.files if each.file not in answers)
        return self.model_copy(update={"files": files})

    def lists(self) -> Mapping[DocumentPlace, Steps]:
        return {("steps",): self.steps}

    def with_lists(self, lists: Mapping[DocumentPlace, Steps]) -> "FileForPhone":
        return self.model_copy(update={"steps": lists[("steps",)]})

    def arms(self) -> tuple[Arm, ...]:
        return tuple(
            Arm(tuple(_with_file(step, each.file) for step in self.steps), (self.slot, each.file))
            for each in self.files
        )


def _with_file(step: Step, file: str) -> Step:
    """The step with that file wherever it says "this-file", and with an id of its own."""

    def named(value: Any) -> Any:
        if isinstance(value, dict):
            return {key: named(inner) for key, inner in value.items()}
        if isinstance(value, list):
            return list(map(named, value))
        return file if value == THIS_FILE else value

    plain = named(step.model_dump(mode="json", exclude_defaults=True))
    return type(step).model_validate(plain | {"action": step.action, "id": f"{step.id}-{file}"})  # type: ignore[attr-defined]


class EachSlot(Nested):
    """The same steps for slot a, then for slot b: "each" in them is the slot whose turn it is."""

    action: Literal["each-slot"]
    steps: Annotated[tuple[AnyAction | OpenQuestion, ...], Field(min_length=1, max_length=40)]

    in_turn = True
    made = True
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


class UsePassage(Nested):
    """Steps of a passage, as they were taken. given: what stands here in its places, by their ids;

    says: its title. In a bundle the steps stand with the passage, and not in the guide.
    """

    action: Literal["passage"]
    passage: Id
    given: Annotated[dict[Id, Annotated[str, Field(max_length=80)]], Field(max_length=20)] = {}
    says: ShortText = "…"
    steps: tuple["AnyStep", ...] = ()

    in_turn = True
    may_be_empty = False

    def lists(self) -> Mapping[DocumentPlace, Steps]:
        return {("steps",): self.steps}

    def with_lists(self, lists: Mapping[DocumentPlace, Steps]) -> "UsePassage":
        return self.model_copy(update={"steps": lists[("steps",)]})

    def arms(self) -> tuple[Arm, ...]:
        return (Arm(self.steps),)

    def sentence(self, guide: "Guide") -> str:
        return self.says


AnyStep = Annotated[
    AnyAction
    | RunScript
    | OpenQuestion
    | Choose
    | Branch
    | Cases
    | FileForPhone
    | EachSlot
    | UsePassage,
    Field(discriminator="action"),
]
OneStep = Step | Nested
