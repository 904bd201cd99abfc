"""Questions that the phone asks before it goes on, with what happens when nobody answers."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import Document, Id, ShortText

# The step only asks: its answer is a step of its own, which does what was asked for.
Apart = Literal[
    "unlock",
    "relock",
    "enroll-key",
    "connect",
    "enter.bootloader",
    "enter.userspace",
    "enter.recovery",
    "enter.download",
    "second",
]
# The phone asks within the step, which says how it is answered.
Within = Literal[
    "app",
    "ask-for-code",
    "back-up",
    "boot-once",
    "charge",
    "delete",
    "derive",
    "disconnect",
    "fetch",
    "flash",
    "flash-set",
    "format-data",
    "install",
    "keep-recovery",
    "menu",
    "mount",
    "open-storage",
    "place",
    "power-off",
    "remove",
    "restart",
    "restore",
    "set-active",
    "set-up",
    "switch",
    "take-update",
    "wipe",
    "write-from-system",
    "write-window",
]
After = Apart | Within


class Answer(Document):
    """does: goes-on: what was asked for happens; stays: nothing does; starts: its system starts."""

    id: Id
    says: ShortText = Field(title="How it is given", description="key or words on the screen")
    does: Literal["goes-on", "stays", "starts"]


class Question(Document):
    """after: what makes the phone ask. usual: the answer taken when nobody gives one in time."""

    id: Id
    after: After = Field(title="Asked after")
    ask: ShortText = Field(title="What the screen says")
    answers: Annotated[tuple[Answer, ...], Field(min_length=2, max_length=6)]
    usual: Id | None = Field(default=None, title="Answer by itself")
    seconds: Annotated[int, Field(ge=1, le=600)] | None = Field(
        default=None, title="after seconds", description="without it the phone waits for ever"
    )

    @model_validator(mode="after")
    def _answers_itself(self) -> "Question":
        ids = [a.id for a in self.answers]
        if len(set(ids)) != len(ids):
            raise ValueError("an answer is listed twice")
        if not any(a.does == "goes-on" for a in self.answers):
            raise ValueError("no answer goes on: then it is no question")
        if (self.usual is None) != (self.seconds is None):
            raise ValueError("the answer by itself and its seconds belong together")
        if self.usual is not None and self.usual not in ids:
            raise ValueError(f"usual is {self.usual}; answers are {', '.join(ids)}")
        return self

    def answer(self, wanted: str) -> Answer | None:
        return next((a for a in self.answers if a.id == wanted), None)
