"""Copies of apps or media are brought back."""

from typing import Annotated, Literal

from pydantic import Field

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.back_up import require_copied
from anleitung.core.phone.actions.base import LOSS_WORDS, Step, and_list
from anleitung.core.phone.clauses import newer
from anleitung.core.phone.demands import require_card, require_link, require_mode, require_stick
from anleitung.core.phone.world import Phone, World


class Restore(Step):
    action: Literal["restore"]
    what: Annotated[tuple[Literal["apps", "media"], ...], Field(min_length=1, max_length=2)]

    usual = (300, 1200)
    short = ("restore {what}",)
    example = {"action": "restore", "what": ["media"]}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "system", "recovery")
        for what in self.what:
            if phone.is_(f"backup.{what}", "lost"):
                phone.stop("backup-wiped", what)
            if phone.is_(f"backup.{what}", "none"):
                phone.stop("nothing-to-restore", what)
            if phone.is_(f"kept.{what}", "host"):
                require_link(phone)
            elif phone.is_(f"kept.{what}", "card"):
                require_card(phone, world)
            elif phone.is_(f"kept.{what}", "stick"):
                require_stick(phone, world, what)
            # Photos from the computer are files: any recovery that has the link takes them.
            pushed = what == "media" and phone.is_(f"kept.{what}", "host")
            if not pushed and phone.is_("mode", "recovery"):
                require_copied(phone, world, (what,))
            of_build = f"cur.{world.system}.build"
            if what == "apps" and not _goes_back(phone, world):
                phone.stop("backup-of-another-system", what)
            if what == "apps" and not phone.same(f"backup.{what}.of", of_build):
                phone.find("backup-of-another-build", what)
            phone.set(what, "present")

    def sentence(self, world: World) -> str:
        what = and_list([LOSS_WORDS[each] for each in self.what])
        return _("Bring {what} back from the copy").format(what=what)


def _goes_back(phone: Phone, world: World) -> bool:
    """Apps go back to the system they were copied in, on the same platform or a newer one."""
    main = f"cur.{world.system}"
    if not phone.same("backup.apps.family", f"{main}.family"):
        return False
    return not phone.relation(newer, "backup.apps.platform", f"{main}.platform")
