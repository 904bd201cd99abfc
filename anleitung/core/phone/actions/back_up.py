"""Copies of apps or media, kept on the host."""

from gettext import gettext as _
from typing import Annotated, Literal

from pydantic import Field

from anleitung.core.phone.actions.base import LOSS_WORDS, Step, and_list
from anleitung.core.phone.demands import require_mode
from anleitung.core.phone.world import Phone, World


class BackUp(Step):
    action: Literal["back-up"]
    what: Annotated[tuple[Literal["apps", "media"], ...], Field(min_length=1, max_length=2)]
    checked: bool = Field(default=False, description="The reader opens one copy on the host")

    usual = (300, 900)

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "system")
        for loss in self.what:
            if phone.is_(loss, "present"):
                phone.set(f"backup.{loss}", "checked" if self.checked else "made")

    def sentence(self, world: World) -> str:
        what = and_list([LOSS_WORDS[loss] for loss in self.what])
        if self.checked:
            return _("Copy {what} to the computer and open one of the copies there").format(
                what=what
            )
        return _("Copy {what} to the computer").format(what=what)
