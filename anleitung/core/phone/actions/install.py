"""A package is installed by the running recovery, from its storage or over the cable."""

from gettext import gettext as _
from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.documents.package import Package
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import (
    require_at_hand,
    require_in_set,
    require_link,
    require_mode,
    require_named,
    require_on_storage,
    sides_of,
    switch_slot,
    tell_battery,
    write_content,
)
from anleitung.core.phone.world import Phone, World


class Install(Step):
    action: Literal["install"]
    file: Id
    source: Literal["internal", "sideload"]

    usual = (120, 480)
    waits = True
    no_return = True

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "recovery")
        package = require_in_set(phone, world, self.file)
        if self.source == "sideload":
            require_link(phone)
            require_at_hand(phone, world, self.file)
        else:
            require_on_storage(phone, self.file)
        require_named(phone, package)
        _require_accepted(phone, world, package)
        tell_battery(phone)
        for side in sides_of(phone, world, package.writes_to):
            for part in package.writes:
                write_content(phone, world, side, part, package)
        if package.content is not None and package.content.on_data:
            phone.set("data.part", package.content.family)
        if package.switches_slot:
            switch_slot(phone, world)

    def sentence(self, world: World) -> str:
        name = world.file_name(self.file)
        if self.source == "sideload":
            return _("Sideload {name}").format(name=name)
        return _("Install {name} from the internal storage").format(name=name)

    def cautions(self, world: World) -> tuple[str, ...]:
        package = world.packages.get(self.file)
        foreign = package and package.content and package.content.signer == "other"
        return ("never-relock-foreign", "payment-apps") if foreign else ()

    def command_key(self) -> str | None:
        return "sideload" if self.source == "sideload" else None

    def command_values(self, world: World) -> dict[str, str]:
        return {"file": world.file_name(self.file)}

    def used_files(self) -> tuple[str, ...]:
        return (self.file,)


def _require_accepted(phone: Phone, world: World, package: Package) -> None:
    """The running recovery takes this package, and what the package demands is true."""
    if package.installed_by and not phone.isin("running", frozenset(package.installed_by)):
        if phone.is_("temporary", "gone"):
            phone.stop("temporary-recovery-gone", package.id)
        phone.stop("recovery-refuses", package.id)
    if package.refused_by and phone.isin("running", frozenset(package.refused_by)):
        phone.stop("recovery-refuses", package.id)
    if (package.exact_base or package.least_base) and phone.is_("base-drifts", True):
        phone.find("base-may-have-moved", package.id)
    asks = package.asks
    if asks is not None:
        met = phone.truth(world.formula(asks))
        if met is None:
            phone.find("demand-not-decided", package.id)
        elif not met:
            phone.stop("demand-not-met", package.id)
