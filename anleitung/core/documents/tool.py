"""Host tools: programs on the computer, and how their commands are written."""

import re
from typing import Annotated

from pydantic import Field, field_validator, model_validator

from anleitung.core.documents.base import Document, Id, ShortText

_PLACE = re.compile(r"\{([a-z_]*)\}")
PLACES = frozenset({"file", "partition"})


class Host(Document):
    """A host system on which the tool runs; note: drivers, permissions, first-run questions."""

    id: Id
    name: ShortText
    note: ShortText | None = None


class Tool(Document):
    """A command-line tool.

    commands: what it can do → host system → command with {file} and {partition}.
    The keys are listed in docs/guide-format.md ("flash.both", "enter.bootloader" …).
    """

    id: Id
    name: ShortText
    versions: ShortText = "any"
    hosts: Annotated[tuple[Host, ...], Field(min_length=1, max_length=12)]
    commands: Annotated[dict[str, dict[Id, ShortText]], Field(min_length=1, max_length=100)]

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
        for key, patterns in self.commands.items():
            if set(patterns) != hosts:
                raise ValueError(f"{key}: one command for each of {', '.join(sorted(hosts))}")
        return self

    def command(self, key: str, host: str, values: dict[str, str]) -> str | None:
        """The command as typed on that host, or None where this tool has no such command."""
        pattern = self.commands.get(key, {}).get(host)
        if pattern is None:
            return None
        return _PLACE.sub(lambda m: values.get(m[1], m[0]), pattern).strip()
