"""A file is made from another one, on the host or on the phone."""

from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import (
    require_in_set,
    require_mode,
    require_on_storage,
    require_unpacked,
)
from anleitung.core.phone.world import Phone, World


class Derive(Step):
    action: Literal["derive"]
    file: Id

    risks = False
    usual = (30, 180)
    short = ("make {file}",)
    example = {"action": "derive", "file": "system-package"}

    def run(self, phone: Phone, world: World) -> None:
        package = require_in_set(phone, world, self.file)
        if package.derived is None:
            phone.stop("file-not-derived", self.file)
        source = package.derived.source
        require_unpacked(phone, require_in_set(phone, world, source))
        if package.derived.place == "phone":
            require_mode(phone, "system")
            require_on_storage(phone, source)
            phone.set(f"internal.{self.file}", "there")
            return
        if phone.is_(f"host.{source}", "absent"):
            phone.stop("file-not-at-hand", source)
        # As sure as what it was made from: an unchecked source makes an unchecked file.
        phone.copy(f"host.{self.file}", f"host.{source}")

    def sentence(self, world: World) -> str:
        package = world.packages.get(self.file)
        made = package.derived if package else None
        if made is None:
            return _("Make {name}").format(name=world.file_name(self.file))
        text = _("Make {name} from {source}: {by}").format(
            name=made.pattern, source=world.file_name(made.source), by=made.by
        )
        if "*" not in made.pattern:
            return text
        # What comes out has another name on every phone; later steps need one that is known.
        return _("{text}; then call it {name}").format(text=text, name=world.file_name(self.file))

    def used_files(self) -> tuple[str, ...]:
        return (self.file,)
