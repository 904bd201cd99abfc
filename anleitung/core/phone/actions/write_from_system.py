"""An app with root writes an image to a partition while the system runs."""

from gettext import gettext as _
from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import (
    require_in_set,
    require_mode,
    require_on_storage,
    sides_of,
    tell_battery,
    write_content,
)
from anleitung.core.phone.world import Phone, World


class WriteFromSystem(Step):
    """program: the app; it must be installed and have root."""

    action: Literal["write-from-system"]
    program: Id
    partition: Id
    file: Id
    where: Literal["running", "other", "both"] = "running"

    usual = (20, 120)
    no_return = True
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
        require_on_storage(phone, self.file)
        tell_battery(phone)
        for side in sides_of(phone, world, self.where):
            write_content(phone, world, side, self.partition, package)

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
