"""An app with root writes an image to a partition while the system runs."""

from collections.abc import Iterator
from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import IMAGES, Step, with_another_file
from anleitung.core.phone.demands import empty_written, require_in_set, require_mode
from anleitung.core.phone.ways import FROM_SYSTEM
from anleitung.core.phone.world import Phone, World
from anleitung.core.phone.writing import write


class WriteFromSystem(Step):
    """program: the app; it must be installed and have root."""

    action: Literal["write-from-system"]
    program: Id
    partition: Id
    file: Id
    where: Literal["running", "other", "both"] = "running"

    usual = (20, 120)
    can_be_cut = True
    no_return = True
    takes = IMAGES
    short = ("from-system {program} {partition} {file} [to {where} slots|slot]",)
    example = {
        "action": "write-from-system",
        "program": "an-app",
        "partition": "radio",
        "file": "radio-image",
    }

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "system")
        package = require_in_set(phone, world, self.file)
        if self.program not in {app.id for app in world.apps}:
            phone.stop("no-such-app", self.program)
        if not phone.is_(f"app.{self.program}", "active"):
            phone.stop("app-not-installed", self.program)
        if phone.is_(f"granted.{self.program}", "no"):
            phone.stop("no-root-to-give", self.program)
        if phone.is_(f"cur.{world.first_ramdisk}.root", "none"):
            phone.stop("no-root-to-give", self.program)
        write(
            phone,
            world,
            FROM_SYSTEM,
            package,
            source="internal",
            parts=(self.partition,),
            where=self.where,
        )

    def cut_places(self, world: World) -> tuple[str, ...]:
        return (self.partition,)

    def cut_short(self, phone: Phone, world: World, place: str) -> None:
        self.run(phone, world)
        empty_written(phone, world, self.where, (place,))

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        return with_another_file(self, world)

    def sentence(self, world: World) -> str:
        app = world.programs.get(self.program)
        return _("In {app}, write {name} to {partition}").format(
            app=app.name if app else self.program,
            name=world.file_name(self.file),
            partition=self.partition,
        )

    def cautions(self, world: World) -> tuple[str, ...]:
        return ("wrong-file-ends-phone",)

    def used_files(self) -> tuple[str, ...]:
        return (self.file,)
