"""A package is installed by the running recovery: from its storage, a card, or over the cable."""

from collections.abc import Iterator
from functools import cache
from typing import Annotated, Literal

from pydantic import Field

from anleitung.core.documents.base import Id
from anleitung.core.documents.package import Package
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import INSTALLED, Step, and_list, with_another_file
from anleitung.core.phone.demands import (
    empty_written,
    require_in_set,
    require_mode,
    switch_slot,
    wipe_user_data,
)
from anleitung.core.phone.ways import ADD_ON, INSTALL, KEEP
from anleitung.core.phone.world import ANY_VARIANT, OTHER_SYSTEM_BUILD, Phone, World
from anleitung.core.phone.writing import Put, ask_all, write

_FROM = Texts(
    {
        "internal": N_("Install {names} from the internal storage"),
        "card": N_("Install {names} from the card"),
        "stick": N_("Install {names} from the stick"),
        "sideload": N_("Sideload {names}"),
    }
)


class Install(Step):
    """queued: files that go in after it in the same session, without a restart between them.

    options: switches of the running recovery, as the reader sets them before.
    """

    action: Literal["install"]
    file: Id
    source: Literal["internal", "card", "stick", "sideload"]
    queued: Annotated[tuple[Id, ...], Field(max_length=12)] = ()
    options: Annotated[dict[Id, Literal["on", "off"]], Field(max_length=12)] = {}

    usual = (120, 480)
    can_be_cut = True
    waits = True
    no_return = True
    takes = INSTALLED
    short = (
        "sideload {file} [then {queued}] [with {options}]; source=sideload",
        "install {file} from {source} [then {queued}] [with {options}]",
    )
    example = {"action": "install", "file": "system-package", "source": "sideload"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "recovery")
        self._set_options(phone, world)
        for file in (self.file, *self.queued):
            package = require_in_set(phone, world, file)
            self._install(phone, world, package)
        _installs_itself(phone, world)

    def _set_options(self, phone: Phone, world: World) -> None:
        for program in world.recoveries:
            for option in program.options:
                if option.id in self.options:
                    phone.set(f"set.{program.id}.{option.id}", self.options[option.id])

    def _install(self, phone: Phone, world: World, package: Package) -> None:
        release = package.role == "encryption-release"
        way = ADD_ON if package.role == "add-on" else INSTALL
        parts = () if release else package.writes
        write(
            phone,
            world,
            way,
            package,
            source=self.source,
            parts=parts,
            where=package.writes_to if parts else "running",
        )
        if release:
            phone.set(f"cur.{world.first_ramdisk}.release", "yes")
            return
        if package.takes_data:
            wipe_user_data(phone, world)
        if package.content is not None and package.content.on_data:
            phone.set("data.part", package.content.family)
        if package.switches_slot:
            switch_slot(phone, world)

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        return with_another_file(self, world)

    def cut_places(self, world: World) -> tuple[str, ...]:
        package = world.packages.get(self.file)
        return package.writes if package is not None else ()

    def cut_short(self, phone: Phone, world: World, place: str) -> None:
        package = world.packages[self.file]
        self.run(phone, world)
        if package.switches_slot:
            # It was cut before the change of slots: what it wrote lies in the other one.
            switch_slot(phone, world)
        empty_written(phone, world, package.writes_to, (place,))

    def sentence(self, world: World) -> str:
        names = and_list([world.file_name(file) for file in (self.file, *self.queued)])
        text = _FROM[self.source].format(names=names)
        if not self.options:
            return text
        says = {o.id: o.says for p in world.recoveries for o in p.options}
        switches = and_list([f"“{says.get(o, o)}” {v}" for o, v in self.options.items()])
        return _("{text}, with {switches}").format(text=text, switches=switches)

    def cautions(self, world: World) -> tuple[str, ...]:
        contents = [
            p.content for f in (self.file, *self.queued) if (p := world.packages.get(f)) is not None
        ]
        foreign = any(c is not None and c.signer == "other" for c in contents)
        return ("never-relock-foreign", "payment-apps") if foreign else ()

    def command_key(self) -> str | None:
        return "sideload" if self.source == "sideload" else None

    def command_values(self, world: World) -> dict[str, str]:
        return {"file": world.file_name(self.file)}

    def used_files(self) -> tuple[str, ...]:
        return (self.file, *self.queued)


@cache
def _itself() -> Package:
    """What runs is no file of the set: the gate asks only what it asks of any writing."""
    return Package(id="itself", name="itself", role="recovery", size=1)


def _installs_itself(phone: Phone, world: World) -> None:
    """A recovery whose switch for it is on writes itself at last, over a root just installed."""
    for program in world.recoveries:
        for option in program.options:
            if (
                option.effect == "installs-itself"
                and phone.is_("running", program.id)
                and phone.is_(f"set.{program.id}.{option.id}", "on")
            ):
                keep_recovery(phone, world, program.id)


def keep_recovery(phone: Phone, world: World, recovery: str) -> None:
    """The running recovery writes itself where the phone looks for one."""
    ask_all(phone, world, Put(KEEP, _itself(), "", (world.recovery_home,)))
    home = f"cur.{world.recovery_home}"
    if world.recovery_home == world.first_ramdisk:
        if phone.is_(f"{home}.root", "present"):
            phone.find("root-overwritten", "")
        phone.set(f"{home}.root", "none")
    else:
        # A partition of its own holds all of it, and nothing of what stood there.
        phone.set(f"{home}.family", recovery)
        phone.set(f"{home}.build", OTHER_SYSTEM_BUILD)
        phone.set(f"{home}.package", "none")
    phone.set(f"{home}.recovery", recovery)
    phone.set(f"{home}.fits", ANY_VARIANT)  # it runs on this very phone
    phone.set(f"{home}.signer", "other")
    phone.set(f"{home}.changed", recovery)
    phone.set("temporary", "none")
    phone.set("cur.seen-to-start", False)
