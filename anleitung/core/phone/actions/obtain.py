"""Files are brought to the host, and their digests compared."""

from typing import Annotated, Literal

from pydantic import Field

from anleitung.core.documents.base import Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step, and_list
from anleitung.core.phone.demands import require_in_set
from anleitung.core.phone.world import Phone, World


class Obtain(Step):
    action: Literal["obtain"]
    files: Annotated[tuple[Id, ...], Field(min_length=1, max_length=40)]
    verify: bool = Field(default=False, description="Compare the digests as well")

    risks = False
    usual = (300, 900)
    only_fetches = True
    unattended = True
    short = ("get|download {files} [+verify and compare]",)
    example = {"action": "obtain", "files": ["radio-image"], "verify": True}

    def run(self, phone: Phone, world: World) -> None:
        for file in self.files:
            package = require_in_set(phone, world, file)
            if package.derived is not None:
                phone.stop("derived-downloaded", file)
            phone.set(f"host.{file}", "checked" if self.verify else "got")
        for tool in world.tools.values():
            if tool.package in self.files:
                phone.set(f"tool.{tool.id}", "right")

    def sentence(self, world: World) -> str:
        names = and_list([world.file_name(file) for file in self.files])
        if len(self.files) > 2 and set(self.files) == set(world.packages):
            names = _("all {count} files").format(count=len(self.files))
        if self.verify:
            return _("Download {names} and compare the digests").format(names=names)
        return _("Download {names}").format(names=names)

    def used_files(self) -> tuple[str, ...]:
        return self.files
