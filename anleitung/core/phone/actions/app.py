"""An app on the phone: installed, opened, given root, or a switch in it set."""

from typing import Literal

from pydantic import model_validator

from anleitung.core.documents.base import Id
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_at_hand, require_link, require_mode
from anleitung.core.phone.world import Phone, World

_SAYS = Texts(
    {
        "install": N_("Install {name} on the phone"),
        "open": N_("Open {name} and let it finish what it asks for"),
        "give-root": N_("Give {name} root when the phone asks"),
    }
)


class App(Step):
    """does: install (offered by root, from a file, or from a store), open, give-root, or set one

    of its switches.
    """

    action: Literal["app"]
    program: Id
    does: Literal["install", "open", "give-root", "set"]
    file: Id | None = None
    store: bool = False
    option: Id | None = None
    to: Literal["on", "off"] | None = None

    usual = (30, 180)
    takes = frozenset({"app", "other"})
    short = ("app {program} {does} [from {file}] [+store from the store] [option {option} {to}]",)
    example = {"action": "app", "program": "an-app", "does": "set", "option": "deep", "to": "on"}

    @model_validator(mode="after")
    def _says_which(self) -> "App":
        if (self.does == "set") != (self.option is not None and self.to is not None):
            raise ValueError("an option and its value (to) belong to does: set, and to no other")
        if self.store and (self.does != "install" or self.file is not None):
            raise ValueError("store belongs to does: install, without a file")
        return self

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "system")
        app = world.programs.get(self.program)
        if app is None or not app.is_app:
            phone.stop("no-such-app", self.program)
        slot = f"app.{self.program}"
        if self.does == "install":
            self._install(phone, world, slot)
            return
        if phone.isin(slot, frozenset({"none", "offered"})):
            phone.stop("app-not-installed", self.program)
        if self.does == "open":
            phone.set(slot, "waiting" if app.needs_restart else "active")
        elif self.does == "give-root":
            if phone.is_(f"cur.{world.first_ramdisk}.root", "none"):
                phone.stop("no-root-to-give", self.program)
            phone.set(f"granted.{self.program}", "yes")
        else:
            switch = next((o for o in app.options if o.id == self.option), None)
            if switch is None:
                phone.stop("no-such-app", f"{self.program}, {self.option}")
            if switch.effect == "hides" and self.to == "on":
                phone.find("hides-a-modification", self.program)
            phone.set(f"set.{self.program}.{self.option}", str(self.to))

    def _install(self, phone: Phone, world: World, slot: str) -> None:
        if self.file is not None:
            require_at_hand(phone, world, self.file)
            require_link(phone, confirmed=True)
        elif not self.store and phone.is_(slot, "none"):
            phone.stop("app-not-offered", self.program)
        phone.set(slot, "installed")

    def sentence(self, world: World) -> str:
        app = world.programs.get(self.program)
        name = app.name if app else self.program
        if self.store:
            return _("Install {name} from the store on the phone").format(name=name)
        if self.does != "set":
            return _SAYS[self.does].format(name=name)
        says = {o.id: o.says for o in app.options} if app else {}
        return _("In {name}, turn “{option}” {to}").format(
            name=name, option=says.get(str(self.option), self.option), to=self.to
        )

    def command_key(self) -> str | None:
        return "install-app" if self.file is not None else None

    def command_values(self, world: World) -> dict[str, str]:
        return {"file": world.file_name(self.file)} if self.file is not None else {}

    def used_files(self) -> tuple[str, ...]:
        return (self.file,) if self.file is not None else ()
