"""Copies of apps, media or calibration: made by the system, or by the backup of a recovery."""

from typing import Annotated, Literal

from pydantic import Field

from anleitung.core.marked import N_, Texts
from anleitung.core.phone.actions.base import LOSS_WORDS, Step, and_list
from anleitung.core.phone.demands import require_card, require_link, require_mode, require_stick
from anleitung.core.phone.world import Phone, World


class BackUp(Step):
    action: Literal["back-up"]
    what: Annotated[
        tuple[Literal["apps", "media", "unique"], ...], Field(min_length=1, max_length=3)
    ]
    checked: bool = Field(default=False, description="The reader opens one copy on the host")

    kept: Literal["host", "phone", "card", "stick"] = Field(
        default="host", description="Where the copy lies"
    )
    by: Literal["system", "recovery"] = Field(
        default="system", description="recovery: its own backup, of what it can copy"
    )

    risks = False
    usual = (300, 900)
    short = ("copy|back-up {what} [to {kept}] [by {by}] [+checked and open one]",)
    example = {"action": "back-up", "what": ["media"], "checked": True, "kept": "host"}

    def run(self, phone: Phone, world: World) -> None:
        # Calibration and identity are read where partitions can be read.
        by_recovery = self.by == "recovery"
        require_mode(phone, "recovery" if by_recovery or "unique" in self.what else "system")
        self._require_place(phone, world)
        if by_recovery:
            if self.kept == "host":
                require_link(phone)
            require_copied(phone, world, self.what)
        for what in self.what:
            if what != "unique" and phone.is_("which", "second"):
                phone.stop("copied-in-second", what)
            if what == "unique" or phone.is_(what, "present"):
                phone.set(f"backup.{what}", "checked" if self.checked else "made")
                phone.copy(f"backup.{what}.of", f"cur.{world.system}.build")
                phone.copy(f"backup.{what}.family", f"cur.{world.system}.family")
                phone.copy(f"backup.{what}.platform", f"cur.{world.system}.platform")
                phone.set(f"kept.{what}", self.kept)

    def _require_place(self, phone: Phone, world: World) -> None:
        if self.kept == "card":
            require_card(phone, world)
        if self.kept == "stick":
            require_stick(phone, world, self.what[0])

    def sentence(self, world: World) -> str:
        what = and_list([LOSS_WORDS[loss] for loss in self.what])
        text = _SAYS[self.by, self.checked]
        return text.format(what=what, place=_PLACES[self.kept])


def require_copied(phone: Phone, world: World, what: tuple[str, ...]) -> None:
    """The recovery that runs copies it, and can read it where it is encrypted."""
    for each in what:
        able = frozenset(p.id for p in world.recoveries if each in p.copies)
        if not phone.isin("running", able):
            phone.stop("recovery-does-not-copy", each)
        if each != "unique" and phone.is_("data.encrypted", "yes"):
            blind = frozenset(p.id for p in world.recoveries if not p.decrypts)
            if phone.isin("running", blind):
                phone.stop("storage-not-readable", each)


_PLACES = Texts(
    {
        "host": N_("the computer"),
        "phone": N_("the phone itself"),
        "card": N_("the card"),
        "stick": N_("the stick"),
    }
)
_SAYS = Texts(
    {
        ("system", False): N_("Copy {what} to {place}"),
        ("system", True): N_("Copy {what} to {place} and open one of the copies there"),
        ("recovery", False): N_("In the recovery, copy {what} to {place}"),
        ("recovery", True): N_("In the recovery, copy {what} to {place}, and see the copy there"),
    }
)
