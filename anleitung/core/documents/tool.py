"""Host tools: programs on the computer, how their commands are written and their windows filled."""

import re
from typing import Annotated, Literal

from pydantic import AfterValidator, Field, field_validator, model_validator

from anleitung.core.documents.base import EXACT, Document, Id, ShortText
from anleitung.core.documents.message import Message
from anleitung.core.documents.own_fact import OwnFacts
from anleitung.core.documents.plain_text import plain_text

_PLACE = re.compile(r"\{([a-z_]*)\}")
PLACES = frozenset({"file", "partition"})


class Host(Document):
    """A host system on which the tool runs; note: first-run questions and the like."""

    id: Id
    name: ShortText
    note: ShortText | None = None
    needs: Annotated[tuple[ShortText, ...], Field(max_length=10)] = Field(
        default=(), title="Drivers and permissions it needs", description="one a line"
    )
    driver: Id | None = Field(
        default=None, title="Package of the driver without which it sees no phone"
    )


class NotThere(Document):
    """What it may mean that the tool does not see the phone, and what to do."""

    cause: Literal["cable", "hub", "port", "driver", "not-confirmed", "several-phones", "other"]
    seen: ShortText = Field(title="What you see")
    remedy: ShortText = Field(title="What to do")


class FileSlot(Document):
    """A place in the window into which one file is put."""

    id: Id
    name: ShortText
    takes: ShortText = Field(title="What belongs in it")
    writes: Annotated[tuple[Id, ...], Field(max_length=60)] = Field(
        default=(), title="Writes the partitions", description="none: those that the file names"
    )


class WindowOption(Document):
    """An option of the window with the value that is right, and why."""

    name: ShortText
    id: Id | None = Field(default=None, title="Short name", description="to set it in a step")
    right: ShortText = Field(title="Right value")
    why: ShortText
    kept: bool = Field(default=False, title="Keeps its value from last time")
    does: Literal["restart", "repartition", "wipe-data", "lock", "keep-data", "unique"] | None = (
        Field(default=None, title="What it does while it is on")
    )

    @model_validator(mode="after")
    def _can_be_set(self) -> "WindowOption":
        if self.does is not None and (self.id is None or self.right not in ("on", "off")):
            raise ValueError(f"{self.name}: what does something has a short name, and is on or off")
        return self


class Window(Document):
    """A window program: file slots, options, and what is seen when it worked."""

    slots: Annotated[tuple[FileSlot, ...], Field(min_length=1, max_length=12)]
    options: Annotated[tuple[WindowOption, ...], Field(max_length=20)] = ()
    mode: Literal["download", "emergency", "bootloader"] = Field(
        default="download", title="Mode in which it writes"
    )
    checks_signer: bool = Field(
        default=True, title="A locked phone takes only what the maker signed"
    )
    starts_by: ShortText = Field(title="What starts the writing")
    worked: ShortText = Field(title="What is seen when it worked")


class Tool(Document):
    """A program on the host computer: a command line, or a window.

    commands: what it can do → host system → command with {file} and {partition}.
    The keys are listed in docs/guide-format.md ("flash.both", "enter.bootloader" …).
    """

    id: Id
    name: ShortText
    versions: ShortText = "any"
    hosts: Annotated[tuple[Host, ...], Field(min_length=1, max_length=12)]
    there: ShortText | None = Field(default=None, title="How to see that the phone is there")
    not_there: Annotated[tuple[NotThere, ...], Field(max_length=20)] = Field(
        default=(), title="What it may mean when it is not"
    )
    commands: Annotated[dict[str, dict[Id, ShortText]], Field(max_length=100)] = Field(
        default={}, description="{file} and {partition} stand for what the step names"
    )
    window: Window | None = None
    package: Id | None = Field(default=None, title="Package in which it comes")
    minds: Annotated[
        tuple[Literal["several-phones", "other-program"], ...], Field(max_length=2)
    ] = Field(default=(), title="Is disturbed by", description="what else is on the cable or host")
    spoils: Annotated[tuple[ShortText, ...], Field(max_length=10)] = Field(
        default=(), title="Habits of the computer that spoil a write", description="one a line"
    )
    heard_in: Annotated[
        tuple[Literal["system", "recovery", "bootloader", "userspace", "download"], ...],
        Field(max_length=5),
    ] = Field(default=(), title="Heard in the modes", description="none: in every one of them")
    refuses_signs: Annotated[str, EXACT, AfterValidator(plain_text), Field(max_length=40)] = Field(
        default="", title="Signs that a file name must not have for it"
    )
    messages: Annotated[tuple[Message, ...], Field(max_length=40)] = Field(
        default=(), title="Messages it is known to show"
    )

    facts: OwnFacts = ()

    @field_validator("commands")
    @classmethod
    def _known_places(cls, value: dict[str, dict[str, str]]) -> dict[str, dict[str, str]]:
        for key, patterns in value.items():
            for host, pattern in patterns.items():
                unknown = set(_PLACE.findall(pattern)) - PLACES
                if unknown:
                    raise ValueError(
                        f"{key}, {host}: no placeholder is called {sorted(unknown)[0]!r}; "
                        "known: file, partition"
                    )
        return value

    @model_validator(mode="after")
    def _every_host_served(self) -> "Tool":
        hosts = {h.id for h in self.hosts}
        if len(hosts) != len(self.hosts):
            raise ValueError("a host system is listed twice")
        if not self.commands and self.window is None:
            raise ValueError("a tool has commands or a window")
        for key, patterns in self.commands.items():
            if set(patterns) != hosts:
                raise ValueError(f"{key}: one command for each of {', '.join(sorted(hosts))}")
        return self

    def host(self, wanted: str) -> Host | None:
        return next((h for h in self.hosts if h.id == wanted), None)

    def command(self, key: str, host: str, values: dict[str, str]) -> str | None:
        """The command as typed on that host, or None where this tool has no such command."""
        pattern = self.commands.get(key, {}).get(host)
        if pattern is None:
            return None
        return _PLACE.sub(lambda m: values.get(m[1], m[0]), pattern).strip()
