"""Facts that a document declares: what can differ between two phones and the model does not know.

Also where a fact is seen, of these and of the model's own.
"""

from typing import Annotated, Literal

from pydantic import AfterValidator, Field, model_validator

from anleitung.core.documents.base import Document, Id, ShortText, Token

Shown = Literal["system", "recovery", "bootloader", "userspace", "download", "emergency", "off"]
Event = Literal["wipe", "restart", "update", "set-up"]


class Alike(Document):
    """A line that looks like the one that is meant, and means something else."""

    line: ShortText
    means: ShortText


class Sight(Document):
    """Where a reader reads a fact off. modes: none where it is seen on the phone itself."""

    modes: Annotated[tuple[Shown, ...], Field(max_length=7)] = Field(
        default=(), title="Shown in the modes"
    )
    where: ShortText = Field(title="Where it is shown")
    line: ShortText | None = Field(default=None, title="The line, for example")
    alike: Annotated[tuple[Alike, ...], Field(max_length=6)] = Field(
        default=(), title="Lines that look alike"
    )


class FactSight(Sight):
    """fact: one that conditions may name."""

    fact: Annotated[str, Field(min_length=1, max_length=130)]


class SetBy(Document):
    """What happens and sets it. wipe: of the user data; update: of the running system."""

    by: Event
    to: Token


class OwnFact(Document):
    """says: what it is called in a sentence; values: the usual one first.

    hidden: nobody can know it before; both ways are tried. switch: where it is switched.
    """

    id: Id
    says: ShortText = Field(title="Called")
    values: Annotated[tuple[Token, ...], Field(min_length=2, max_length=8)]
    hidden: bool = Field(default=False, title="Nobody can know it before")
    seen: Sight | None = Field(default=None, title="Where it is seen")
    switch: ShortText | None = Field(default=None, title="Where it is switched")
    set_by: Annotated[tuple[SetBy, ...], Field(max_length=8)] = Field(
        default=(), title="Set by what happens"
    )

    @model_validator(mode="after")
    def _values_once(self) -> "OwnFact":
        if len(set(self.values)) < len(self.values):
            raise ValueError(f"fact {self.id} lists a value twice")
        for each in self.set_by:
            if each.to not in self.values:
                raise ValueError(f"fact {self.id} has no value {each.to}")
        events = [each.by for each in self.set_by]
        if len(set(events)) < len(events):
            raise ValueError(f"fact {self.id} is set twice by the same event")
        return self


def _once(facts: tuple[OwnFact, ...]) -> tuple[OwnFact, ...]:
    names = [fact.id for fact in facts]
    twice = next((n for n in names if names.count(n) > 1), None)
    if twice is not None:
        raise ValueError(f"fact {twice} is listed twice")
    return facts


OwnFacts = Annotated[
    tuple[OwnFact, ...],
    Field(max_length=12, title="Facts of its own"),
    AfterValidator(_once),
]
