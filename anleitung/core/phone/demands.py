"""What several actions ask of a phone, and what several of them do to it."""

from anleitung.core.documents.package import Package
from anleitung.core.phone.boot import unconfirmed
from anleitung.core.phone.world import ANY_VARIANT, LOSSES, NO_NEED, NO_PLATFORM, Phone, World


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
    if partition.role == "unique":
        phone.stop("unique-partition-touched", part)
    # Nothing checks the region of an image that is written; what it does then is not known.
    if package.regions and not phone.isin("region", frozenset(package.regions)):
        phone.stop("package-for-another-region", package.id)
    content = package.content
    if content is None:
        phone.stop("content-not-described", package.id)
    name = f"{side}.{part}"
    phone.set(f"{name}.family", content.family)
    phone.set(f"{name}.build", content.build)
    phone.set(f"{name}.signer", content.signer)
    phone.set(f"{name}.fits", ",".join(sorted(package.variants)) or ANY_VARIANT)
    if partition.role == "system":
        phone.set(f"{name}.platform", str(content.platform) if content.platform else NO_PLATFORM)
        phone.set(f"{name}.needs", package.least_base or NO_NEED)
    if part == world.first_ramdisk:
        phone.set(f"{name}.recovery", content.recovery or "none")
    phone.set("seen-to-start", False)


def sides_of(where: str) -> tuple[str, ...]:
    return {"running": ("cur",), "other": ("other",), "both": ("cur", "other")}[where]


def switch_slot(phone: Phone, world: World) -> None:
    """The other slot becomes the running one: the contents change places, nothing is read."""
    for part in world.device.layout.partitions:
        for fact in ("family", "build", "signer", "fits"):
            phone.swap(f"cur.{part.name}.{fact}", f"other.{part.name}.{fact}")
    main, ramdisk = world.system, world.first_ramdisk
    for name in (f"{main}.platform", f"{main}.needs", f"{ramdisk}.recovery"):
        phone.swap(f"cur.{name}", f"other.{name}")
    phone.map(other_letter, "slot", "slot")


def other_letter(letter: str) -> str:
    return "b" if letter == "a" else "a"


def leave_temporary(phone: Phone) -> None:
    """Whatever was only booted once is gone with the next restart."""
    phone.map(_gone_if_running, "temporary", "temporary")


def _gone_if_running(state: str) -> str:
    return "gone" if state == "running" else state


def wipe_user_data(phone: Phone, world: World) -> None:
    """Takes apps, media and every file on internal storage."""
    for loss in LOSSES:
        if loss not in world.declared and phone.is_(loss, "present"):
            if phone.is_(f"backup.{loss}", "none"):
                phone.find("undeclared-loss", loss)
            elif phone.is_(f"backup.{loss}", "made"):
                phone.find("backup-not-checked", loss)
        phone.set(loss, "gone")
    for file in world.packages:
        phone.map(_wiped_if_there, f"internal.{file}", f"internal.{file}")
    phone.set("data.state", "empty")
    phone.set("data.family", "none")
    phone.set("data.platform", "none")
    phone.set("debugging", "off")
    phone.map(unconfirmed, "link", "link")


def _wiped_if_there(state: str) -> str:
    return "wiped" if state == "there" else state
