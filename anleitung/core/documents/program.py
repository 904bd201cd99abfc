"""Phone programs: recoveries, root, managers and helper apps, with what their menus really do."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import Document, Id, ShortText, Token
from anleitung.core.documents.file_rules import Version
from anleitung.core.documents.message import Message
from anleitung.core.documents.own_fact import OwnFacts

Kind = Literal["recovery", "root", "manager", "helper-app"]
Does = Literal["wipe-apps", "wipe-user-data", "format-data", "wipe-system", "restart", "nothing"]
Effect = Literal["installs-itself", "hides", "other"]


class MenuWord(Document):
    """A line of its menu and what it does: the same word may spare media or take it."""

    says: ShortText
    does: Does
    note: ShortText | None = None
    sets: Annotated[dict[str, Token], Field(max_length=6)] = Field(
        default={}, title="Sets facts", description="declared facts, by name in conditions"
    )


class ProgramOption(Document):
    """A switch of the program. usual: how it stands at first; None: as left last time.

    effect while on: installs-itself (after each installation it writes itself, over a root just
    installed), hides (only hides that the phone was modified).
    """

    id: Id
    says: ShortText
    usual: Literal["on", "off"] | None = None
    effect: Effect = "other"


class Program(Document):
    """A document of the catalogue, as host tools are."""

    id: Id
    name: ShortText
    kind: Kind
    version: Version | None = None
    words: Annotated[tuple[MenuWord, ...], Field(max_length=40)] = Field(
        default=(), title="Words of its menu"
    )
    options: Annotated[tuple[ProgramOption, ...], Field(max_length=20)] = ()
    refuses: Annotated[tuple[ShortText, ...], Field(max_length=20)] = Field(
        default=(), title="Refuses packages of the kinds", description="firmware, add-on, root …"
    )
    decrypts: bool = Field(default=True, title="Reads encrypted user data")
    mounts: bool = Field(default=True, title="Mounts partitions by itself")
    reads_card: bool = Field(default=True, title="Reads a card")
    reads_stick: bool = Field(default=False, title="Reads a stick at the port")
    copies: Annotated[tuple[Literal["apps", "media", "unique"], ...], Field(max_length=3)] = Field(
        default=(),
        title="Copies and brings back",
        description="what its own backup saves: apps with their settings, photos, calibration",
    )
    makes_room: bool = Field(
        default=False, title="Makes room for a second system beside an untouched first one"
    )
    wants_release: bool = Field(
        default=False, title="A system that forces encryption starts only after its release"
    )
    needs_restart: bool = Field(
        default=False, title="Works only after one more restart", description="once it was opened"
    )
    messages: Annotated[tuple[Message, ...], Field(max_length=40)] = Field(
        default=(), title="Messages it is known to show"
    )

    facts: OwnFacts = ()

    @model_validator(mode="after")
    def _once(self) -> "Program":
        for what, names in (
            ("menu word", [w.says for w in self.words]),
            ("option", [o.id for o in self.options]),
        ):
            twice = sorted({n for n in names if names.count(n) > 1})
            if twice:
                raise ValueError(f"{what} {twice[0]} is listed twice")
        return self

    @property
    def is_app(self) -> bool:
        return self.kind in ("manager", "helper-app")

    def word(self, says: str) -> MenuWord | None:
        return next((w for w in self.words if w.says == says), None)
