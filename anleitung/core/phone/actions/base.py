"""What every action has. One action is one file: its fields, demands, effects and words."""

from abc import abstractmethod
from collections.abc import Iterator
from typing import Annotated, Any, ClassVar, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import Document, DocumentPlace, Id, Prose, ShortText, Typed
from anleitung.core.documents.message import Message, Try
from anleitung.core.documents.package import PackageRole
from anleitung.core.documents.picture import Pictures
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.world import Phone, World

# What is written into a partition as it is, and what a recovery unpacks or runs.
IMAGES: frozenset[PackageRole] = frozenset(
    {"system", "firmware", "recovery", "ramdisk", "verity", "root", "kernel", "other"}
)
INSTALLED: frozenset[PackageRole] = IMAGES | {"add-on", "encryption-release"}


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
    expects: Id | None = Field(
        default=None,
        description="what must be there before it: a program of the guide (the recovery that runs, "
        "root, an app), or an add-on of the set",
    )
    answered: Id | None = Field(
        default=None, description="answer to what the phone asks at this step"
    )
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
    # What it writes holds neither the old nor the new when it is interrupted.
    can_be_cut: ClassVar[bool] = False
    # Can cost a phone its data, its system or its life by what it is for. Who is told otherwise
    # only looks, waits, copies, or brings the phone from one mode to another.
    risks: ClassVar[bool] = True
    # Is there for its effect alone; others also show or tell something.
    for_effect: ClassVar[bool] = False
    # A system starts at its end.
    starts_system: ClassVar[bool] = False
    # Readers ask why it is there, since it takes their data or their time.
    wants_reason: ClassVar[bool] = False
    # Fetches its files, and uses none.
    only_fetches: ClassVar[bool] = False
    # Its effects are what the author says, and nothing is known of them.
    on_trust: ClassVar[bool] = False
    # What the phone asked is answered by its own clock before it.
    lets_time_pass: ClassVar[bool] = True

    # Its command goes over the cable to the phone, and is not only done on the computer.
    reaches_phone: ClassVar[bool] = True

    # Brings the system that is there to a newer release of itself, whatever it does for it.
    updates_system: ClassVar[bool] = False

    # Kinds of files that it can take, by their role; empty where any will do.
    takes: ClassVar[frozenset[PackageRole]] = frozenset()

    # Its short forms, the one that is printed first; see ``core/shorthand/form.py``.
    short: ClassVar[tuple[str, ...]] = ()

    # A step of this kind as an author writes it, its id aside.
    example: ClassVar[dict[str, Any]] = {}

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

    def needs_tool(self, world: World) -> bool:
        """Whether its command wants a tool on this codename; else phone or file do it alone."""
        return True

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

    def kinds(self) -> Iterator[tuple[str, frozenset[PackageRole]]]:
        """Of each file the kinds that may be there."""
        if self.takes:
            yield from ((file, self.takes) for file in self.used_files())

    def misnamed(self, world: World) -> Iterator[tuple[DocumentPlace, str]]:
        """(place, what is wrong) of names in it that stand for nothing in these documents."""
        return iter(())

    def conditions(self) -> tuple[tuple[DocumentPlace, Typed], ...]:
        """The conditions in it, by their place."""
        return ()

    def looks_at(self) -> frozenset[str] | None:
        """The facts that a reader looks at to go on, None where it is no check."""
        return None

    def hidden_facts(self) -> tuple[tuple[str, tuple[str, ...]], ...]:
        """(name, values) of what nobody knows before it; see ``by_hand``."""
        return ()

    def done_otherwise(self, world: World) -> "Iterator[tuple[str, Step]]":
        """The step with one thing mistaken, with the mistake in words; leaving out, doing twice

        and the wrong order are tried of every step.
        """
        return iter(())

    def cut_places(self, world: World) -> tuple[str, ...]:
        """Where its writing can be cut, by partition; asked where ``can_be_cut`` says so."""
        return ()

    def cut_short(self, phone: Phone, world: World, place: str) -> None:
        """The effects when the phone goes off while that partition is written."""
        self.run(phone, world)

    @property
    def seconds(self) -> tuple[int, int]:
        return self.duration.usual if self.duration else self.usual


def oracle(step: str, fact: str) -> str:
    """The name of what nobody knows before a step; see ``Step.hidden_facts``."""
    return f"oracle.{step}.{fact}"


def with_another_file(step: "Step", world: World) -> Iterator[tuple[str, "Step"]]:
    """The mistake of every step that uses one file: another one of the set."""
    for file in world.packages:
        if file != step.file:  # type: ignore[attr-defined]
            says = _("{name} is taken instead").format(name=world.file_name(file))
            yield says, step.model_copy(update={"file": file})


def and_list(words: list[str]) -> str:
    if len(words) < 2:
        return "".join(words)
    return _("{most} and {last}").format(most=", ".join(words[:-1]), last=words[-1])


LOSS_WORDS = Texts(
    {
        "apps": N_("apps with their settings"),
        "media": N_("photos and files"),
        "unique": N_("calibration and identity"),
        "warranty": N_("the warranty"),
        "root": N_("root"),
        "protected-content": N_("films and music under protection in full quality"),
    }
)
