"""A second system beside an untouched first one: room is made, it goes in, is started and left."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import Id
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import ask, require_mode
from anleitung.core.phone.ways import SECOND
from anleitung.core.phone.world import Phone, World
from anleitung.core.phone.writing import Put, ask_all

_SAYS = Texts(
    {
        "start": N_("Restart, and choose the second system in the menu at the start"),
        "leave": N_("Restart, and let the first system start"),
        "switch-off": N_(
            "Turn the second system off: from the next start on the first one comes alone"
        ),
        "remove": N_("Remove the second system and its room"),
    }
)


class Second(Step):
    """program: the app that manages it. size: bytes, for create. file: what goes in, for install.

    It has data of its own: the first system and its data are not touched, and nothing is unlocked.
    """

    action: Literal["second"]
    program: Id
    does: Literal["create", "install", "start", "leave", "switch-off", "remove"]
    size: Annotated[int, Field(ge=1, le=2**40)] | None = None
    file: Id | None = None

    usual = (30, 300)
    takes = frozenset({"system", "other"})
    short = ("second-system {program} {does} [of {size}] [from {file}]",)
    example = {"action": "second", "program": "an-app", "does": "create", "size": 400000}

    @model_validator(mode="after")
    def _says_what(self) -> "Second":
        if (self.does == "create") != (self.size is not None):
            raise ValueError("a size belongs to does: create, and to no other")
        if (self.does == "install") != (self.file is not None):
            raise ValueError("a file belongs to does: install, and to no other")
        return self

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "system")
        app = world.programs.get(self.program)
        if app is None or not app.makes_room:
            phone.stop("no-such-app", self.program)
        if world.device.layout.system_slots == 0:
            phone.stop("no-room-for-second", "")
        if not phone.is_(f"app.{self.program}", "active"):
            phone.stop("app-not-installed", self.program)
        if self.does == "create":
            storage = max(world.device.hardware.storage_gb, default=0)
            if storage and int(self.size or 0) > storage * 10**9:
                phone.stop("room-larger-than-storage", "")
            phone.set("second.state", "empty")
            phone.set("second.size", int(self.size or 0))
            return
        if phone.is_("second.state", "none"):
            phone.stop("second-not-there", "")
        if self.does == "install":
            self._install(phone, world, str(self.file))
        elif self.does == "start":
            if not phone.is_("second.state", "there"):
                phone.stop("second-not-there", "")
            kernel = f"cur.{world.device.layout.with_role('boot')[0].name}.build"
            if not phone.is_("second.kernel", "own") and not phone.same("second.kernel", kernel):
                phone.stop("second-kernel-changed", "")
            if not ask(phone, world, "second"):
                phone.set("which", "second")
        elif self.does == "leave":
            phone.set("which", "first")
        else:
            phone.set("which", "first")
            phone.set("second.state", "none" if self.does == "remove" else "off")
            phone.set("second.family", "none")

    def _install(self, phone: Phone, world: World, file: str) -> None:
        package = world.packages.get(file)
        if package is None:
            phone.stop("file-not-in-set", file)
        ask_all(phone, world, Put(SECOND, package, "internal", (world.system,)))
        if phone.test(_Smaller(package.unpacked_size or package.size), "second.size"):
            phone.stop("second-too-small", file)
        assert package.content is not None
        phone.set("second.state", "there")
        phone.set("second.family", package.content.family)
        if package.content.shares_kernel:
            boot = world.device.layout.with_role("boot")[0].name
            phone.copy("second.kernel", f"cur.{boot}.build")
        else:
            phone.set("second.kernel", "own")

    def sentence(self, world: World) -> str:
        if self.does == "create":
            return _("Make room for a second system: {size} MB").format(
                size=f"{(self.size or 0) // 1_000_000:,}"
            )
        if self.does == "install":
            name = world.file_name(str(self.file))
            return _("Put {name} in as the second system").format(name=name)
        return _SAYS[self.does]

    def used_files(self) -> tuple[str, ...]:
        return (self.file,) if self.file is not None else ()


class _Smaller:
    """Is the room smaller than what goes in? Equal for equal sizes: memo keys meet."""

    def __init__(self, wanted: int) -> None:
        self.wanted = wanted

    def __call__(self, room: int) -> bool:
        return room < self.wanted

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Smaller) and other.wanted == self.wanted

    def __hash__(self) -> int:
        return hash(self.wanted)


def proposed_room(unpacked: int) -> int:
    """Bytes for a system of that size: a fifth more, in whole hundreds of megabytes."""
    step = 100_000_000
    return -(-unpacked * 6 // 5 // step) * step


def second_started(phone: Phone, world: World) -> None:
    phone.set("which", "second")
