"""A package is installed by the running recovery: from its storage, a card, or over the cable."""

from collections.abc import Iterator
from gettext import gettext as _
from typing import Annotated, Literal

from pydantic import Field

from anleitung.core.documents.base import Id
from anleitung.core.documents.file_rules import not_older
from anleitung.core.documents.package import Package
from anleitung.core.marked import N_, Texts
from anleitung.core.phone.actions.base import Step, and_list, with_another_file
from anleitung.core.phone.demands import (
    empty_written,
    require_at_hand,
    require_card,
    require_in_set,
    require_link,
    require_mode,
    require_named,
    require_on_storage,
    require_unpacked,
    require_way,
    sides_of,
    switch_slot,
    tell_battery,
    wipe_user_data,
    write_content,
)
from anleitung.core.phone.world import Phone, World

_FROM = Texts(
    {
        "internal": N_("Install {names} from the internal storage"),
        "card": N_("Install {names} from the card"),
        "sideload": N_("Sideload {names}"),
    }
)


class Install(Step):
    """queued: files that go in after it in the same session, without a restart between them.

    options: switches of the running recovery, as the reader sets them before.
    """

    action: Literal["install"]
    file: Id
    source: Literal["internal", "card", "sideload"]
    queued: Annotated[tuple[Id, ...], Field(max_length=12)] = ()
    options: Annotated[dict[Id, Literal["on", "off"]], Field(max_length=12)] = {}

    usual = (120, 480)
    can_be_cut = True
    waits = True
    no_return = True
    example = {"action": "install", "file": "system-package", "source": "sideload"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "recovery")
        self._set_options(phone, world)
        for file in (self.file, *self.queued):
            package = require_in_set(phone, world, file)
            self._require_reachable(phone, world, package)
            require_named(phone, package)
            require_unpacked(phone, package)
            _require_accepted(phone, world, package)
            if package.role == "system" and not phone.is_("unsettled", "none"):
                phone.find("restart-left-out", package.id)
            tell_battery(phone)
            _install(phone, world, package)
        _installs_itself(phone, world)

    def _set_options(self, phone: Phone, world: World) -> None:
        for program in world.recoveries:
            for option in program.options:
                if option.id in self.options:
                    phone.set(f"set.{program.id}.{option.id}", self.options[option.id])

    def _require_reachable(self, phone: Phone, world: World, package: Package) -> None:
        if self.source == "sideload":
            require_way(phone, package, "sideload")
            require_link(phone)
            require_at_hand(phone, world, package.id)
            return
        if self.source == "card":
            require_card(phone, world)
            if phone.isin("running", frozenset(p.id for p in world.recoveries if not p.reads_card)):
                phone.stop("storage-not-readable", package.id)
            if not phone.is_(f"card.{package.id}", "there"):
                phone.stop("file-not-on-storage", package.id)
            return
        if (
            world.device.stock.encrypts_data
            and phone.is_("data.encrypted", "yes")
            and phone.is_("screen-lock", "set")
            and phone.is_("storage", "closed")
        ):
            phone.stop("storage-closed", package.id)
        blind = frozenset(p.id for p in world.recoveries if not p.decrypts)
        if blind and phone.isin("running", blind) and phone.is_("data.encrypted", "yes"):
            phone.stop("storage-not-readable", package.id)
        require_on_storage(phone, package.id)

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        return with_another_file(self, world)

    def cut_short(self, phone: Phone, world: World) -> None:
        package = world.packages.get(self.file)
        self.run(phone, world)
        if package is None:
            return
        if package.switches_slot:
            # It was cut before the change of slots: what it wrote lies in the other one.
            switch_slot(phone, world)
        empty_written(phone, world, package.writes_to, package.writes)

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


def _install(phone: Phone, world: World, package: Package) -> None:
    if package.role == "encryption-release":
        phone.set(f"cur.{world.first_ramdisk}.release", "yes")
        return
    if package.before_first_start and not phone.is_("data.state", "empty"):
        phone.stop("add-on-too-late", package.id)
    by_itself = frozenset(p.id for p in world.recoveries if p.mounts)
    for name in package.needs_mounted:
        if phone.is_(f"mounted.{name}", "no") and not phone.isin("running", by_itself):
            phone.stop("partition-not-mounted", name)
    for side in sides_of(phone, world, package.writes_to):
        for part in package.writes:
            write_content(phone, world, side, part, package)
            partition = world.device.layout.named(part)
            if partition is not None and partition.settles:
                phone.set("unsettled", part)
    if package.takes_data:
        wipe_user_data(phone, world)
    if package.content is not None and package.content.on_data:
        phone.set("data.part", package.content.family)
    if package.switches_slot:
        switch_slot(phone, world)


def _require_accepted(phone: Phone, world: World, package: Package) -> None:
    """The running recovery takes this package, and what the package demands is true."""
    if package.installed_by and not phone.isin("running", frozenset(package.installed_by)):
        if phone.is_("temporary", "gone"):
            phone.stop("temporary-recovery-gone", package.id)
        phone.stop("recovery-refuses", package.id)
    refusing = {*package.refused_by, *(p.id for p in world.recoveries if package.role in p.refuses)}
    if refusing and phone.isin("running", frozenset(refusing)):
        phone.stop("recovery-refuses", package.id)
    if package.least_recovery is not None:
        old = frozenset(
            p.id
            for p in world.recoveries
            if p.version is not None and not not_older(p.version, package.least_recovery)
        )
        if old and phone.isin("running", old):
            phone.stop("recovery-too-old", package.id)
    if package.processors:
        fitting = frozenset(
            v.id for v in world.device.variants if v.processor in (None, *package.processors)
        )
        if not phone.isin("variant", fitting):
            phone.stop("package-for-another-processor", package.id)
    if (package.exact_base or package.least_base) and phone.is_("base-drifts", True):
        phone.find("base-may-have-moved", package.id)
    asks = package.asks
    if asks is not None:
        met = phone.truth(world.formula(asks))
        if met is None:
            phone.find("demand-not-decided", package.id)
        elif not met:
            phone.stop("demand-not-met", package.id)


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
    home = f"cur.{world.recovery_home}"
    phone.set(f"{home}.recovery", recovery)
    phone.set(f"{home}.signer", "other")
    phone.set("temporary", "none")
    phone.set("seen-to-start", False)
    if world.recovery_home == world.first_ramdisk:
        if phone.is_(f"{home}.root", "present"):
            phone.find("root-overwritten", "")
        phone.set(f"{home}.root", "none")
