"""Copies of apps or media, kept on the host."""

from gettext import gettext as _
from typing import Annotated, Literal

from pydantic import Field

from anleitung.core.phone.actions.base import LOSS_WORDS, Step, and_list
from anleitung.core.phone.demands import require_mode
from anleitung.core.phone.world import Phone, World


class BackUp(Step):
    action: Literal["back-up"]
    what: Annotated[
        tuple[Literal["apps", "media", "unique"], ...], Field(min_length=1, max_length=3)
    ]
    checked: bool = Field(default=False, description="The reader opens one copy on the host")

    kept: Literal["host", "phone"] = Field(
        default="host", description="Where the copy lies: on the computer, or on the phone itself"
    )

    usual = (300, 900)
    example = {"action": "back-up", "what": ["media"], "checked": True, "kept": "host"}

    def run(self, phone: Phone, world: World) -> None:
        # Calibration and identity are read where partitions can be read.
        require_mode(phone, "recovery" if "unique" in self.what else "system")
        for what in self.what:
            if what != "unique" and phone.is_("which", "second"):
                phone.stop("copied-in-second", what)
            if what == "unique" or phone.is_(what, "present"):
                phone.set(f"backup.{what}", "checked" if self.checked else "made")
                phone.copy(f"backup.{what}.of", f"cur.{world.system}.build")
                phone.copy(f"backup.{what}.family", f"cur.{world.system}.family")
                phone.copy(f"backup.{what}.platform", f"cur.{world.system}.platform")
                phone.set(f"kept.{what}", self.kept)

    def sentence(self, world: World) -> str:
        what = and_list([LOSS_WORDS[loss] for loss in self.what])
        if self.checked:
            return _("Copy {what} to the computer and open one of the copies there").format(
                what=what
            )
        return _("Copy {what} to the computer").format(what=what)
