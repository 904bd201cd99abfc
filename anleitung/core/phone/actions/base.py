"""What every action has. One action is one file: its fields, demands, effects and words."""

from abc import abstractmethod
from gettext import gettext as _
from typing import Annotated, ClassVar, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import Document, Id, Prose, ShortText
from anleitung.core.documents.message import Message, Try
from anleitung.core.documents.picture import Pictures
from anleitung.core.phone.world import Phone, World


class Growth(Document):
    """What makes a step take longer on some phones: so many seconds more for each of them."""

    by: Literal["apps", "gigabytes of data", "photos"]
    each: Annotated[int, Field(ge=1, le=10_000)]
    seconds: Annotated[int, Field(ge=1, le=3_600)]


class Duration(Document):
    """usual: least and most that is usual, in seconds; give_up: when to stop waiting, seconds.

    grows: by what of the phone it takes longer than that.
    """

    usual: Annotated[tuple[int, int], Field(description="seconds, least and most")]
    give_up: Annotated[int, Field(ge=1, le=86_400)] | None = None
    grows: Growth | None = None

    @model_validator(mode="after")
    def _in_order(self) -> "Duration":
        least, most = self.usual
        if not 0 <= least <= most <= 86_400:
            raise ValueError("usual is [least, most] in seconds, at most a day")
        if self.give_up is not None and self.give_up < most:
            raise ValueError("give_up is shorter than what is usual")
        return self


class Step(Document):
    """Base of all typed steps. prose: Markdown; sight: what the reader sees when it worked.

    messages: texts that may be seen meanwhile; tries: what to try, in order, when the sight does
    not come.
    """

    id: Id
    sight: ShortText | None = None
    sight_kept: ShortText | None = Field(
        default=None, description="what is seen there when the user data was kept"
    )
    duration: Duration | None = None
    messages: Annotated[tuple[Message, ...], Field(max_length=20)] = ()
    tries: Annotated[tuple[Try, ...], Field(max_length=10)] = ()
    way_back: Id | None = Field(default=None, description="id of the guide that rescues from here")
    prose: Prose = ""
    pictures: Pictures = ()

    # Seconds taken for the clock where the author gives no duration.
    usual: ClassVar[tuple[int, int]] = (20, 60)
    # A long wait without a give-up time leaves the reader alone with a black screen.
    waits: ClassVar[bool] = False
    # Goes on without hands, and may be left alone: a download, charging, a mail that comes.
    unattended: ClassVar[bool] = False
    # Nothing brings back what was before this step.
    no_return: ClassVar[bool] = False

    @abstractmethod
    def run(self, phone: Phone, world: World) -> None:
        """Demands and effects; the same function for one phone and for all of them."""

    @abstractmethod
    def sentence(self, world: World) -> str:
        """The step as one instruction."""

    def cautions(self, world: World) -> tuple[str, ...]:
        """Ids of the cautions that belong before this step."""
        return ()

    def command_key(self) -> str | None:
        """What a host tool must be able to do for this step, or None."""
        return None

    def tool_id(self) -> str | None:
        """The host tool that the step names itself, or None."""
        return None

    def chord_to(self) -> str | None:
        """The mode that this step reaches by keys held by hand, or None."""
        return None

    def command_values(self, world: World) -> dict[str, str]:
        return {}

    def used_files(self) -> tuple[str, ...]:
        """Ids of the packages that the step uses."""
        return ()

    @property
    def seconds(self) -> tuple[int, int]:
        return self.duration.usual if self.duration else self.usual


def and_list(words: list[str]) -> str:
    if len(words) < 2:
        return "".join(words)
    return _("{most} and {last}").format(most=", ".join(words[:-1]), last=words[-1])


LOSS_WORDS = {
    "apps": _("apps with their settings"),
    "media": _("photos and files"),
    "unique": _("calibration and identity"),
    "warranty": _("the warranty"),
    "root": _("root"),
    "protected-content": _("films and music under protection in full quality"),
}
