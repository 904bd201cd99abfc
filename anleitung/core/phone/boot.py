"""The boot rule: does this phone start, and if not, why."""

from dataclasses import dataclass

from anleitung.core.conditions.model import Order
from anleitung.core.phone.start import Index, index_of
from anleitung.core.phone.world import (
    ANY_RECOVERY,
    ANY_VARIANT,
    EMPTY,
    NO_NEED,
    NOT_LISTED,
    OTHER_SYSTEM_BUILD,
    Phone,
    World,
)

STUCK, DEAD = "stuck", "dead"


@dataclass(frozen=True, slots=True)
class NoStart:
    """how: stuck (software) or dead (hardware level); finding: why; subject: what shows it."""

    how: str
    finding: str
    subject: str


def check_start(phone: Phone, world: World) -> NoStart | None:
    """Judges the running slot. None: it starts, perhaps with a known trouble. Changes nothing.

    In the order in which a phone gets there: firmware first, then the lock, the kernel and
    ramdisk, the system, and the user data last.
    """
    return (
        _check_firmware(phone, world)
        or _check_lock(phone, world)
        or _check_system(phone, world)
        or _check_base(phone, world)
        or _check_release(phone, world)
        or _check_data(phone, world)
    )


def _check_firmware(phone: Phone, world: World) -> NoStart | None:
    for part in world.firmware:
        if not phone.relation(fits, f"cur.{part}.fits", "variant"):
            return NoStart(DEAD, "firmware-of-another-variant", part)
    if world.device.stock.raises_rollback_index:
        for part in world.firmware:
            if phone.relation(_Below(index_of(world)), f"cur.{part}.build", "rollback"):
                return NoStart(DEAD, "below-rollback-index", part)
    return None


def _check_lock(phone: Phone, world: World) -> NoStart | None:
    """A locked phone starts only what the maker signed, or the key that its owner enrolled."""
    if not phone.is_("bootloader", "locked"):
        return None
    for checked in world.device.layout.partitions:
        if not checked.starts_checked:
            continue
        signer = f"cur.{checked.name}.signer"
        if phone.is_(signer, "maker"):
            continue
        if phone.is_(signer, "own") and phone.is_("key", "enrolled"):
            continue
        return NoStart(STUCK, "foreign-image-while-locked", checked.name)
    return None


def _check_system(phone: Phone, world: World) -> NoStart | None:
    if phone.is_("update", "broken"):
        return NoStart(STUCK, "update-broken", "")
    main = world.system
    parts = tuple(p.name for p in world.of_system)
    for part in (*parts, main):
        if phone.is_(f"cur.{part}.family", EMPTY):
            return NoStart(STUCK, "partition-empty", part)
        if not phone.relation(fits, f"cur.{part}.fits", "variant"):
            return NoStart(STUCK, "image-of-another-variant", part)
    for part in parts:
        if not phone.same(f"cur.{part}.family", f"cur.{main}.family"):
            return NoStart(STUCK, "parts-of-different-systems", part)
    for part in parts:
        if phone.same(f"cur.{part}.build", f"cur.{main}.build"):
            continue
        if phone.relation(_either_not_told, f"cur.{part}.build", f"cur.{main}.build"):
            phone.find("release-not-known", part)
        else:
            return NoStart(STUCK, "image-of-another-release", part)
    return None


def _check_release(phone: Phone, world: World) -> NoStart | None:
    """Some recoveries change what a system that forces encryption starts from."""
    wanting = frozenset(p.id for p in world.recoveries if p.wants_release)
    if not wanting or phone.is_(f"cur.{world.system}.forces", "no"):
        return None
    if not phone.isin(f"cur.{world.recovery_home}.recovery", wanting):
        return None
    if phone.is_(f"cur.{world.first_ramdisk}.release", "no"):
        return NoStart(STUCK, "encryption-not-released", "")
    return None


def _check_data(phone: Phone, world: World) -> NoStart | None:
    main = world.system
    if not phone.is_(f"cur.{main}.on-data", "none") and not phone.same(
        f"cur.{main}.on-data", "data.part"
    ):
        return NoStart(STUCK, "part-on-data-gone", "")
    if phone.is_("data.state", "empty"):
        if not phone.relation(_made_by_one_of, f"cur.{main}.data-by", "data.by"):
            return NoStart(STUCK, "data-made-by-another-recovery", "")
        return None
    if not phone.same("data.family", f"cur.{main}.family"):
        return NoStart(STUCK, "data-of-another-system", "")
    if phone.relation(newer, "data.platform", f"cur.{main}.platform"):
        return NoStart(STUCK, "data-newer-than-system", "")
    if phone.relation(not_comparable, "data.platform", f"cur.{main}.platform"):
        phone.find("data-platform-not-known", "")
    return None


def _check_base(phone: Phone, world: World) -> NoStart | None:
    """Does the firmware in the running slot satisfy what the system there wants?"""
    needs = f"cur.{world.system}.needs"
    if phone.is_(needs, NO_NEED):
        return None
    for part in world.firmware:
        if phone.relation(_Compares(world.order, False), f"cur.{part}.build", needs):
            return NoStart(STUCK, "base-too-old", part)
        if phone.relation(_Compares(world.order, None), f"cur.{part}.build", needs):
            phone.find("base-not-known", part)
    return None


def start_system(phone: Phone, world: World) -> None:
    """Starts the system of the running slot; phones that do not start end here."""
    refusal = check_start(phone, world)
    if refusal is not None:
        phone.set("mode", refusal.how)
        phone.end(refusal.how, refusal.finding, refusal.subject)
    main = f"cur.{world.system}"
    phone.set("mode", "system")
    phone.set("which", "first")
    phone.set("running", "none")
    phone.set("seen-to-start", True)
    phone.set("unsettled", "none")
    phone.map(_merged, "update", "update")
    for part in world.device.layout.partitions:
        phone.set(f"cur.{part.name}.unread", False)
    if world.device.hardware.fuse_trips == "foreign-start":
        _trip_fuse(phone, world)
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


def _trip_fuse(phone: Phone, world: World) -> None:
    """One start of anything that the maker did not sign is enough, and for good."""
    for part in world.device.layout.partitions:
        if part.starts_checked:
            phone.join(_tripped, "warranty", "warranty", f"cur.{part.name}.signer")


def _tripped(fuse: str, signer: str) -> str:
    return fuse if signer == "maker" else "tripped"


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
    if phone.is_("account", "asked-for") and phone.is_(f"cur.{world.system}.family", "stock"):
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
        name = f"cur.{world.recovery_home}"
        phone.set(f"{name}.family", "stock")
        phone.copy(f"{name}.build", f"cur.{world.system}.build")
        phone.set(f"{name}.signer", "maker")
        phone.set(f"{name}.fits", ANY_VARIANT)
        phone.set(f"{name}.recovery", "stock")
    if habits.updates_itself and phone.is_("auto-update", "on"):
        phone.set("base-drifts", True)


def fits(made_for: str, variant: str) -> bool:
    return made_for == ANY_VARIANT or variant in made_for.split(",")


def _made_by_one_of(wanted: str, made_by: str) -> bool:
    return ANY_RECOVERY in (wanted, made_by) or made_by in wanted.split(",")


def newer(data: str, system: str) -> bool:
    """Is the data of a newer platform? Platforms are whole numbers, or not known."""
    return data.isdigit() and system.isdigit() and int(data) > int(system)


def not_comparable(data: str, system: str) -> bool:
    """One of the two is not known; what is the same starts all the same."""
    return data != system and not (data.isdigit() and system.isdigit())


def _merged(update: str) -> str:
    return "none" if update == "waiting" else update


def _either_not_told(a: str, b: str) -> bool:
    """One of two releases is not named: they may be one, or not."""
    return OTHER_SYSTEM_BUILD in (a, b) or NOT_LISTED in (a, b)


def unconfirmed(link: str) -> str:
    return "cable" if link == "confirmed" else link


@dataclass(frozen=True, slots=True)
class _Compares:
    """Compares a build with the one that is needed. Equal for equal parts: memo keys meet."""

    order: Order
    answer: bool | None

    def __call__(self, build: str, needed: str) -> bool:
        return self.order.compare(build, ">=", needed) is self.answer


@dataclass(frozen=True, slots=True)
class _Below:
    """Is the rollback index of a build lower than the one that the phone keeps?"""

    index: Index

    def __call__(self, build: str, kept: int) -> bool:
        # The index of a build that is not listed is not known, and 0 would say too much.
        return build in self.index.table and self.index(build) < kept


@dataclass(frozen=True, slots=True)
class _Higher:
    index: Index

    def __call__(self, kept: int, build: str) -> int:
        return max(kept, self.index(build))
