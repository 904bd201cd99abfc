"""A line of the running recovery's menu is chosen: what it does is in the recovery's document."""

from collections.abc import Iterator
from typing import Literal

from anleitung.core.documents.base import ShortText
from anleitung.core.documents.program import Program
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.boot import start_system
from anleitung.core.phone.demands import (
    empty_partition,
    leave_temporary,
    require_mode,
    wipe_apps,
    wipe_user_data,
)
from anleitung.core.phone.world import Phone, World

_TAKING = ("wipe-apps", "wipe-user-data", "format-data")


class Menu(Step):
    """word: as it stands in the menu; the same word may do another thing in another recovery."""

    action: Literal["menu"]
    word: ShortText

    usual = (10, 60)
    no_return = True
    short = ("menu|choose {word}",)
    example = {"action": "menu", "word": "Go"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "recovery")
        for recovery in world.recoveries:
            if phone.is_("running", recovery.id):
                self._choose(phone, world, recovery)
                return
        phone.stop("no-such-word", self.word)

    def _choose(self, phone: Phone, world: World, recovery: Program) -> None:
        word = recovery.word(self.word)
        if word is None:
            phone.stop("no-such-word", self.word)
        for fact, value in word.sets.items():
            phone.set(fact, value)
        match word.does:
            case "wipe-apps":
                wipe_apps(phone, world)
            case "wipe-user-data":
                wipe_user_data(phone, world)
            case "format-data":
                wipe_user_data(phone, world)
                phone.copy("data.by", "running")
                phone.set("data.encrypted", "no")
            case "wipe-system":
                [system] = world.device.layout.with_role("system")
                empty_partition(phone, world, "cur", system)
            case "restart":
                leave_temporary(phone, world)
                start_system(phone, world)
            case "nothing":
                pass

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        """Another line of the same menu."""
        words = {w.says for p in world.recoveries if p.word(self.word) for w in p.words}
        for word in sorted(words - {self.word}):
            says = _("“{word}” is chosen instead").format(word=word)
            yield says, self.model_copy(update={"word": word})

    def sentence(self, world: World) -> str:
        return _("In the menu of the recovery, choose “{word}”").format(word=self.word)

    def cautions(self, world: World) -> tuple[str, ...]:
        words = [p.word(self.word) for p in world.recoveries]
        return ("all-data-goes",) if any(w and w.does in _TAKING for w in words) else ()
