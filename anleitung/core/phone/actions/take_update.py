"""The maker's system takes the update that it offers."""

from collections.abc import Iterator
from difflib import get_close_matches
from typing import Literal

from anleitung.core.documents.base import BuildString, DocumentPlace
from anleitung.core.documents.package import Content, Package
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.boot import start_system
from anleitung.core.phone.demands import (
    leave_temporary,
    require_mode,
    switch_slot,
    tell_battery,
    write_content,
)
from anleitung.core.phone.world import UNCHANGED, Phone, World


class TakeUpdate(Step):
    """to: the build that is offered to phones on an older one of its line.

    It writes all that the maker made, firmware too, beside the running system where there are two
    slots, and keeps the user data; it refuses where something was changed since it was made.
    """

    action: Literal["take-update"]
    to: BuildString

    usual = (600, 2400)
    waits = True
    starts_system = True
    no_return = True
    updates_system = True
    short = ("take the update to {to}",)
    example = {"action": "take-update", "to": "PS-12.4.7-KU.r3"}

    def misnamed(self, world: World) -> Iterator[tuple[DocumentPlace, str]]:
        if self.to not in world.listed:
            near = get_close_matches(self.to, list(world.listed), n=3)
            says = f"builds.yaml does not list {self.to}"
            yield ("to",), says + (f"; meant is perhaps {' or '.join(near)}" if near else "")

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "system")
        main = f"cur.{world.system}"
        older = frozenset(b for b in world.listed if world.order.compare(b, "<", self.to))
        if not phone.is_(f"{main}.family", "stock") or not phone.isin(f"{main}.build", older):
            phone.stop("no-update-offered", self.to)
        tell_battery(phone)
        parts = tuple(p.name for p in world.device.layout.partitions if p.role != "unique")
        for name in parts:
            if not phone.is_(f"cur.{name}.changed", UNCHANGED):
                phone.stop("predecessor-changed", name)
        phone.map(_replaced, "update", "update")
        package = _of_maker(world, self.to, parts)
        side = "other" if world.has_two_slots else "cur"
        for name in parts:
            write_content(phone, world, side, name, package)
        if world.has_two_slots:
            switch_slot(phone, world)
        # It was made to go on with the data that is there, whatever locks it.
        phone.copy("data.build", f"{main}.build")
        leave_temporary(phone, world)
        start_system(phone, world)

    def cautions(self, world: World) -> tuple[str, ...]:
        return ("radio-test-call",)

    def sentence(self, world: World) -> str:
        return _("Take the update to {build} that the phone offers, and let it restart").format(
            build=self.to
        )


def _replaced(update: str) -> str:
    """One that waits for the restart makes room for the newer one."""
    return "none" if update == "ready" else update


def _of_maker(world: World, build: str, parts: tuple[str, ...]) -> Package:
    """What the maker sends over the air, as a package that no file set holds."""
    platform = next(b.platform for b in world.builds if b.build == build)
    content = Content(
        family="stock", build=build, platform=platform, signer="maker", recovery="stock"
    )
    return Package(
        id="offered-update",
        # Some makers write a build with a stroke in it, which no file can be called by.
        name=build.replace("/", "-"),
        role="system",
        size=1,
        content=content,
        writes=parts,
    )
