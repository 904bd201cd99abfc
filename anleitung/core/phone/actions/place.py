"""A file is put on the internal storage of the phone, on its card, or on a stick."""

from collections.abc import Iterator
from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step, with_another_file
from anleitung.core.phone.demands import (
    require_at_hand,
    require_card,
    require_in_set,
    require_link,
    require_mode,
    require_way,
)
from anleitung.core.phone.world import Phone, World


class PlaceFile(Step):
    """by: over the cable by a tool or by file transfer; or downloaded on the phone itself.

    verify: what was downloaded there is compared there.
    """

    action: Literal["place"]
    file: Id
    to: Literal["internal", "card", "stick"] = "internal"
    by: Literal["pushed", "copied", "downloaded"] = "pushed"
    verify: bool = False

    risks = False
    usual = (60, 240)
    short = ("place {file} [on {to}] [by {by}] [+verify and compare]",)
    example = {"action": "place", "file": "system-package"}

    def run(self, phone: Phone, world: World) -> None:
        if self.to == "stick":
            # The computer writes it: the phone takes no part.
            package = require_at_hand(phone, world, self.file)
        elif self.by == "downloaded":
            require_mode(phone, "system")
            package = require_in_set(phone, world, self.file)
            if not self.verify:
                phone.find("file-used-unchecked", self.file)
        else:
            require_mode(phone, "system", "recovery")
            # File transfer asks on the phone; only a tool asks for debugging.
            require_link(phone, confirmed=self.by == "pushed" and phone.is_("mode", "system"))
            package = require_at_hand(phone, world, self.file)
            require_way(phone, package, self.by)
        if self.to == "card":
            require_card(phone, world)
            require_way(phone, package, "card")
        phone.set(f"{self.to}.{self.file}", "there")

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        return with_another_file(self, world)

    def sentence(self, world: World) -> str:
        if self.by == "downloaded" and self.to != "stick":
            return _("Download {name} on the phone, and compare it there").format(
                name=world.file_name(self.file)
            )
        if self.to == "stick":
            return _("Copy {name} to the stick").format(name=world.file_name(self.file))
        if self.to == "card":
            return _("Copy {name} to the card").format(name=world.file_name(self.file))
        return _("Copy {name} to the internal storage").format(name=world.file_name(self.file))

    def command_key(self) -> str | None:
        return "place" if (self.to, self.by) == ("internal", "pushed") else None

    def command_values(self, world: World) -> dict[str, str]:
        return {"file": world.file_name(self.file)}

    def used_files(self) -> tuple[str, ...]:
        return (self.file,)
