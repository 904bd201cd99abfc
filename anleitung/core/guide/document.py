"""The guide document: an aim on a codename, as a procedure of typed steps."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.conditions.model import atoms
from anleitung.core.documents.base import Document, Id, Prose, ShortText, Typed
from anleitung.core.guide.nested import AnyStep
from anleitung.core.guide.walk import rows_of

MAX_STEPS = 2_000


LossName = Literal["apps", "media", "root", "warranty", "protected-content"]


class Choice(Document):
    """keeps: what is not lost for whoever chooses this, whatever the guide says that it loses."""

    id: Id
    says: ShortText
    keeps: Annotated[tuple[LossName, ...], Field(max_length=5)] = ()


class Option(Document):
    """A choice the reader makes where practitioners disagree. The first choice is the usual one."""

    id: Id
    ask: ShortText
    choices: Annotated[tuple[Choice, ...], Field(min_length=2, max_length=12)]
    advice: ShortText | None = Field(default=None, description="what the author would choose, why")


class Loss(Document):
    """A loss with more to say: when it comes, and why the guide offers no copy of it."""

    what: LossName
    when: Typed | None = Field(default=None, description="only then; else on every phone")
    no_copy: ShortText | None = Field(default=None, title="Why no copy is made")


class Promise(Document):
    """holds: conditions true at the end; loses: what is gone, unless a checked copy exists."""

    holds: Annotated[tuple[Typed, ...], Field(min_length=1, max_length=40)]
    loses: Annotated[tuple[LossName | Loss, ...], Field(max_length=10)] = ()

    @property
    def losses(self) -> tuple[Loss, ...]:
        return tuple(Loss(what=e) if isinstance(e, str) else e for e in self.loses)

    @property
    def lost(self) -> tuple[str, ...]:
        """What is named among the losses, each once."""
        return tuple(dict.fromkeys(loss.what for loss in self.losses))


class Unread(Document):
    """A part of the head whose last typing could not be read: the one before it stands.

    where: the field; of_what_stands: nothing else was typed, but what stands there is in doubt,
    and text is what speaks against it.
    """

    where: Annotated[str, Field(max_length=60)]
    text: Annotated[str, Field(max_length=4_000)]
    says: Annotated[str, Field(max_length=400)] = ""
    of_what_stands: bool = False


class Prerequisite(Document):
    """A guide that comes before this one, and why, as readers are told it."""

    guide: Id
    reason: ShortText


class Guide(Document):
    """One guide on one codename, or on several that share most of its steps."""

    id: Id
    codename: Id
    also_for: Annotated[tuple[Id, ...], Field(max_length=7)] = Field(
        default=(), description="further codenames; what differs is told by codename is …"
    )
    title: ShortText
    summary: ShortText
    introduction: Prose = ""
    agree_to: Annotated[tuple[ShortText, ...], Field(max_length=20)] = Field(
        default=(), description="known bugs of an alpha that a reader agrees to before the start"
    )
    at_hand: Annotated[tuple[Literal["account"], ...], Field(max_length=4)] = Field(
        default=(),
        description="what a reader must have at hand before the first step: account, the name and "
        "password of the account that is signed in on the phone",
    )
    prerequisites: Annotated[tuple[Prerequisite, ...], Field(max_length=6)] = Field(
        default=(),
        description="guides of the same codename that come before this one, in their order; held "
        "against what the proofs say",
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
    unread: Annotated[tuple[Unread, ...], Field(max_length=60)] = Field(
        default=(), description="what was typed in the head of a draft and could not be read"
    )
    lineage: ShortText | None = Field(
        default=None, description="from which guide, state and codename it was begun"
    )
    steps: Annotated[tuple[AnyStep, ...], Field(min_length=1, max_length=MAX_STEPS)]

    @model_validator(mode="after")
    def _ids_once(self) -> "Guide":
        for what, ids in (
            ("step", [row.step.id for row in rows_of(self)]),
            ("option", [o.id for o in self.options]),
            ("file", list(self.files)),
            ("tool", list(self.tools)),
            ("program", list(self.programs)),
            ("codename", [self.codename, *self.also_for]),
            ("prerequisite", [self.id, *(each.guide for each in self.prerequisites)]),
        ):
            seen: set[str] = set()
            for name in ids:
                if name in seen:
                    raise ValueError(f"{what} id {name!r} is used twice; each needs its own")
                seen.add(name)
        return self

    @property
    def admits_hanging(self) -> bool:
        """A guide that says in which modes it admits phones may be one that rescues them."""
        return any(atom.fact == "mode" for atom in atoms(self.admission.condition))

    @property
    def admits_parted(self) -> bool:
        """A guide that says which build of the system it admits may meet another than the

        firmware's; others take it for granted that both are of one release, and say so.
        """
        named = {atom.fact for atom in atoms(self.admission.condition)}
        return any(name == "build" or name.endswith(".build") for name in named)

    @property
    def admits_standing(self) -> bool:
        """A guide that says which recovery stands on the phone may meet another than its system's;

        others take that one for granted, and say so.
        """
        return any(atom.fact == "recovery-there" for atom in atoms(self.admission.condition))

    def option(self, name: str) -> Option:
        """Raises StopIteration where there is none, which a bundle that fits never has."""
        return next(o for o in self.options if o.id == name)
