"""What several actions ask of a phone, and what several of them do to it."""

from anleitung.core.documents.layout import Partition
from anleitung.core.documents.package import Package
from anleitung.core.phone.boot import unconfirmed
from anleitung.core.phone.content import (
    add_content,
    empty_content,
    put_content,
    swap_contents,
)
from anleitung.core.phone.own_facts import happens
from anleitung.core.phone.world import COPIES, HUNG_BEFORE, Phone, World


def require_mode(phone: Phone, *modes: str) -> None:
    if not phone.isin("mode", frozenset(modes)):
        phone.stop("wrong-mode", modes[0])


def require_link(phone: Phone, *, confirmed: bool = False) -> None:
    """The host sees the phone; confirmed: the phone has also agreed to this computer."""
    if confirmed:
        if not phone.is_("link", "confirmed"):
            phone.stop("no-link", "confirmed")
    elif phone.is_("link", "none"):
        phone.stop("no-link", "cable")


def lock_modes(world: World) -> tuple[str, ...]:
    """The modes in which the lock is opened and closed: the bootloader, or download mode."""
    return ("bootloader",) if "bootloader" in world.modes else ("download",)


def ask(phone: Phone, world: World, after: str) -> bool:
    """Whether the phone asks before it goes on; the answer then does what was asked for."""
    question = next((q for q in world.device.questions if q.after == after), None)
    if question is None:
        return False
    phone.set("asked", question.id)
    return True


def require_in_set(phone: Phone, world: World, file: str) -> Package:
    package = world.packages.get(file)
    if package is None:
        phone.stop("file-not-in-set", file)
    return package


def require_at_hand(phone: Phone, world: World, file: str) -> Package:
    """The file lies on the host. One whose digest was not compared is used, with a warning."""
    package = require_in_set(phone, world, file)
    if phone.is_(f"host.{file}", "absent"):
        phone.stop("file-not-at-hand", file)
    if phone.is_(f"host.{file}", "got"):
        phone.find("file-used-unchecked", file)
    return package


def require_named(phone: Phone, package: Package) -> None:
    """What reads the file looks for its name."""
    wanted = {"keep": package.name, "fixed": package.naming.fixed}.get(package.naming.rule)
    if wanted is not None and not phone.is_(f"called.{package.id}", wanted):
        phone.stop("file-of-another-name", package.id)


def require_way(phone: Phone, package: Package, way: str) -> None:
    """The file may reach the phone in this way."""
    if way in {forbidden.way for forbidden in package.forbidden}:
        phone.stop("forbidden-way", package.id)


def require_card(phone: Phone, world: World) -> None:
    if not world.device.hardware.card_slot:
        phone.stop("no-card-slot", "")
    there = world.device.hardware.card_in
    if there is not None and not phone.truth(world.formula(there.condition)):
        phone.stop("card-not-in", "")


def require_stick(phone: Phone, world: World, what: str) -> None:
    """A stick takes the port of the cable, and what runs must be able to read it."""
    reading = frozenset(p.id for p in world.recoveries if p.reads_stick)
    if not phone.is_("mode", "system") and not phone.isin("running", reading):
        phone.stop("storage-not-readable", what)
    phone.set("link", "none")


def require_unpacked(phone: Phone, package: Package) -> None:
    """As it must be when it is used: whole, or unpacked."""
    if package.unpack == "before" and phone.is_(f"packed.{package.id}", "packed"):
        phone.stop("file-not-unpacked", package.id)
    if package.unpack == "never" and phone.is_(f"packed.{package.id}", "unpacked"):
        phone.stop("file-unpacked", package.id)


def require_on_storage(phone: Phone, file: str) -> None:
    if phone.is_(f"internal.{file}", "wiped"):
        phone.stop("file-wiped", file)
    if not phone.is_(f"internal.{file}", "there"):
        phone.stop("file-not-on-storage", file)


def write_content(phone: Phone, world: World, side: str, part: str, package: Package) -> None:
    """Puts what the package holds into one partition of one side."""
    partition = world.device.layout.named(part)
    if partition is None:
        phone.stop("no-such-partition", part)
    name = world.where(side, partition)
    phone.set(f"{side}.seen-to-start", False)
    phone.map(written_to, f"{side}.stood", f"{side}.stood")
    if package.role == "add-on":
        add_content(phone, world, name, partition, package)
        return
    if side == "other" and phone.is_("update", "ready"):
        phone.set("update", "broken")
    if phone.is_(f"{name}.unread", True):
        phone.find("overwritten-unread", part)
    stood = f"cur.{world.recovery_home}.recovery"
    # The system was told to leave the recovery that is there.
    keeps = (
        partition.name == world.recovery_home
        and package.role == "system"
        and phone.is_("recovery-update", "off")
    )
    if keeps:
        phone.copy("recovery-before", stood)
    put_content(phone, world, name, partition, package)
    if partition.role == "system":
        happens(phone, world, "update")
    if keeps:
        phone.copy(f"{name}.recovery", "recovery-before")


def require_room(phone: Phone, world: World, partition: Partition, package: Package) -> None:
    """An image that is written whole goes into its partition; sizes as far as they are entered."""
    size = package.unpacked_size or package.size
    if package.writes and len(package.writes) > 1:
        size = 0  # how much of it goes where is not told
    room = partition.size
    if partition.inner and world.device.layout.container_size is not None:
        room = min(room or 2**62, world.device.layout.container_size)
    if room is not None and max(size, package.least_partition or 0) > room:
        phone.stop("image-too-large", partition.name)


def empty_partition(phone: Phone, world: World, side: str, partition: Partition) -> None:
    """What stood there is wiped, and nothing stands there now."""
    name = world.where(side, partition)
    empty_content(phone, world, name, partition)
    phone.set(f"{side}.seen-to-start", False)
    phone.map(written_to, f"{side}.stood", f"{side}.stood")


def empty_written(phone: Phone, world: World, where: str, names: tuple[str, ...]) -> None:
    """What was being written to these partitions holds neither the old nor the new."""
    for side in sides_of(phone, world, where):
        for name in names:
            partition = world.device.layout.named(name)
            if partition is not None and partition.role != "unique":
                empty_partition(phone, world, side, partition)


def sides_of(phone: Phone, world: World, where: str) -> tuple[str, ...]:
    """running, other, both, or the letter of a slot. One slot knows only the running one."""
    if where == "running":
        return ("cur",)
    if not world.has_two_slots:
        phone.stop("no-such-slot", where)
    if where in ("a", "b"):
        return ("cur",) if phone.is_("slot", where) else ("other",)
    return {"other": ("other",), "both": ("cur", "other")}[where]


def switch_slot(phone: Phone, world: World) -> None:
    """The other slot becomes the running one: the contents change places, nothing is read.

    An update that waits to be merged is broken by it.
    """
    swap_contents(phone, world)
    phone.swap("cur.seen-to-start", "other.seen-to-start")
    phone.swap("cur.stood", "other.stood")
    phone.map(_broken_if_waiting, "update", "update")
    phone.map(other_letter, "slot", "slot")


def written_to(stood: str) -> str:
    """What did not start before may still not do so for a part that nobody touched."""
    return HUNG_BEFORE if stood in ("not starting", HUNG_BEFORE) else "written"


def _broken_if_waiting(update: str) -> str:
    return "broken" if update == "waiting" else update


def other_letter(letter: str) -> str:
    return "b" if letter == "a" else "a"


def leave_temporary(phone: Phone, world: World) -> None:
    """Whatever was only booted once is gone with the next restart, and nothing stays mounted.

    An update that waited for it is taken: the slot that it was written to is the running one.
    """
    if world.has_two_slots and phone.is_("update", "ready"):
        switch_slot(phone, world)
        phone.set("update", "waiting")
        # It was made to go on with the data that is there, whatever locks it.
        phone.copy("data.build", f"cur.{world.system}.build")
        happens(phone, world, "update")
    for name in world.mountable:
        phone.set(f"mounted.{name}", "no")
    phone.set("storage", "closed")
    phone.map(_gone_if_running, "temporary", "temporary")
    happens(phone, world, "restart")


def _gone_if_running(state: str) -> str:
    return "gone" if state == "running" else state


def lose(phone: Phone, world: World, loss: str) -> None:
    """Takes apps or media; what was not said to be lost and has no copy is a finding."""
    if phone.is_(loss, "present"):
        if phone.is_(f"backup.{loss}", "made"):
            phone.find("backup-not-checked", loss)
        elif phone.isin(f"backup.{loss}", frozenset({"none", "lost"})) and not said_to_be_lost(
            phone, world, loss
        ):
            phone.find("undeclared-loss", loss)
    phone.set(loss, "gone")


def said_to_be_lost(phone: Phone, world: World, loss: str) -> bool:
    """Does the guide say of this phone, and of what its owner chose, that this is lost?"""
    for what, slot, choice in world.kept_by:
        if what == loss and phone.is_(slot, choice):
            return False
    when = world.declared.get(loss)
    return when is not None and phone.truth(world.formula(when)) is True


def wipe_media(phone: Phone, world: World) -> None:
    """Takes the internal storage: photos, files, and copies that were kept there."""
    for copy in COPIES:
        if phone.is_(f"kept.{copy}", "phone"):
            phone.set(f"backup.{copy}", "lost")
    lose(phone, world, "media")
    for file in world.packages:
        phone.map(_wiped_if_there, f"internal.{file}", f"internal.{file}")


def wipe_apps(phone: Phone, world: World) -> None:
    """Takes apps and settings; the system begins with empty user data, media aside."""
    lose(phone, world, "apps")
    happens(phone, world, "wipe")
    phone.set("data.state", "empty")
    phone.set("data.family", "none")
    phone.set("data.platform", "none")
    phone.set("data.build", "none")
    phone.set("data.part", "none")
    phone.set("debugging", "off")
    phone.set("screen-lock", "none")
    phone.map(_asked_for, "account", "account")
    phone.map(unconfirmed, "link", "link")
    for app in world.apps:
        phone.set(f"app.{app.id}", "none")
        phone.set(f"granted.{app.id}", "no")
    if world.device.stock.updates_itself:
        phone.set("auto-update", "on")  # as it was sold
    if world.device.stock.resets_switches:
        phone.map(_off_while_locked, "unlock-switch", "bootloader")


def wipe_user_data(phone: Phone, world: World) -> None:
    """Takes apps, media and every file on internal storage."""
    wipe_media(phone, world)
    wipe_apps(phone, world)


def tell_battery(phone: Phone) -> None:
    """Writing with a low battery: told once, at the first step that writes."""
    if phone.is_("battery", "low") and phone.is_("battery-told", False):
        phone.find("battery-low", "")
        phone.set("battery-told", True)


def _asked_for(account: str) -> str:
    return "asked-for" if account == "signed-in" else account


def _off_while_locked(bootloader: str) -> str:
    """An open bootloader keeps its switch: it is the proof that its owner opened it."""
    return "off" if bootloader == "locked" else "on"


def _wiped_if_there(state: str) -> str:
    return "wiped" if state == "there" else state
