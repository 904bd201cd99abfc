"""What the start of a system does, once the entry rules let it come up."""

from dataclasses import dataclass

from anleitung.core.phone.content import stock_recovery_back
from anleitung.core.phone.entry import require_entry, trip_fuse
from anleitung.core.phone.start import Index, index_of
from anleitung.core.phone.world import ANY_RECOVERY, Phone, World


def start_system(phone: Phone, world: World) -> None:
    """Starts the system of the running slot; phones that do not start end here."""
    require_entry(phone, world, "system")
    main = f"cur.{world.system}"
    phone.set("mode", "system")
    phone.set("which", "first")
    phone.set("running", "none")
    phone.set("cur.seen-to-start", True)
    phone.set("cur.stood", "starting")
    phone.set("unsettled", "none")
    phone.map(_merged, "update", "update")
    for part in world.device.layout.partitions:
        phone.set(f"cur.{part.name}.unread", False)
    trip_fuse(phone, world, *(part.name for part in world.device.layout.partitions))
    if world.device.stock.raises_rollback_index:
        for name in world.firmware:
            phone.join(_Higher(index_of(world)), "rollback", "rollback", f"cur.{name}.build")
    if phone.is_("data.state", "empty"):
        _first_start(phone, world)
    elif phone.is_("screen-lock", "set") and not phone.same("data.build", f"{main}.build"):
        phone.find("screen-lock-left-on", "")
    phone.copy("data.build", f"{main}.build")
    _start_apps(phone, world)
    _stock_habits(phone, world)


def _first_start(phone: Phone, world: World) -> None:
    """The first start makes new user data, and developer settings begin anew."""
    phone.set("data.state", "fresh")
    phone.set("data.by", ANY_RECOVERY)
    forces = f"cur.{world.system}.forces"
    phone.join(_encrypted, "data.encrypted", forces, f"cur.{world.first_ramdisk}.release")
    phone.copy("data.family", f"cur.{world.system}.family")
    phone.copy("data.platform", f"cur.{world.system}.platform")
    phone.set("debugging", "off")
    phone.map(unconfirmed, "link", "link")
    asked = phone.is_("account", "asked-for") and phone.is_(f"cur.{world.system}.family", "stock")
    if asked and "account" not in world.at_hand:
        phone.find("account-asked-for", "")


def _start_apps(phone: Phone, world: World) -> None:
    """Root offers its manager, and what waited for a restart is done with it."""
    for app in world.apps:
        slot = f"app.{app.id}"
        phone.map(_active_if_waiting, slot, slot)
        if app.kind == "manager":
            phone.join(_offered_with_root, slot, slot, f"cur.{world.first_ramdisk}.root")


def _active_if_waiting(app: str) -> str:
    return "active" if app == "waiting" else app


def _offered_with_root(app: str, root: str) -> str:
    return "offered" if (app, root) == ("none", "present") else app


def _encrypted(forces: str, release: str) -> str:
    return "yes" if (forces, release) == ("yes", "no") else "no"


def _stock_habits(phone: Phone, world: World) -> None:
    """What the maker's system does at a start without being asked."""
    habits = world.device.stock
    if not (habits.restores_recovery or habits.updates_itself):
        return
    if not phone.is_(f"cur.{world.system}.family", "stock"):
        return
    if habits.restores_recovery and world.recovery_home != world.first_ramdisk:
        stock_recovery_back(phone, world)
    if habits.updates_itself and phone.is_("auto-update", "on"):
        phone.set("base-drifts", True)


def _merged(update: str) -> str:
    return "none" if update == "waiting" else update


def unconfirmed(link: str) -> str:
    return "cable" if link == "confirmed" else link


@dataclass(frozen=True, slots=True)
class _Higher:
    index: Index

    def __call__(self, kept: int, build: str) -> int:
        return max(kept, self.index(build))
