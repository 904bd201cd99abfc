"""The boot rule: does this phone start, and if not, why."""

from dataclasses import dataclass

from anleitung.core.conditions.model import Order
from anleitung.core.phone.world import ANY_VARIANT, NO_NEED, Phone, World

STUCK, DEAD = "stuck", "dead"


@dataclass(frozen=True, slots=True)
class NoStart:
    """how: stuck (software) or dead (hardware level); finding: why; subject: what shows it."""

    how: str
    finding: str
    subject: str


def check_start(phone: Phone, world: World) -> NoStart | None:
    """Judges the running slot. None: it starts. Changes nothing.

    In the order in which a phone gets there: firmware first, then the lock, the kernel and
    ramdisk, the system, and the user data last.
    """
    for part in world.firmware:
        if not phone.relation(fits, f"cur.{part}.fits", "variant"):
            return NoStart(DEAD, "firmware-of-another-variant", part)
    if phone.is_("bootloader", "locked"):
        for checked in world.device.layout.partitions:
            if checked.starts_checked and not phone.is_(f"cur.{checked.name}.signer", "maker"):
                return NoStart(STUCK, "foreign-image-while-locked", checked.name)
    main = world.system
    for part in (*(p.name for p in world.of_system), main):
        if not phone.relation(fits, f"cur.{part}.fits", "variant"):
            return NoStart(STUCK, "image-of-another-variant", part)
    for part in (p.name for p in world.of_system):
        if not phone.same(f"cur.{part}.family", f"cur.{main}.family"):
            return NoStart(STUCK, "parts-of-different-systems", part)
    trouble = _check_base(phone, world)
    if trouble is not None:
        return trouble
    if phone.is_("data.state", "empty"):
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
    phone.set("mode", "system")
    phone.set("running", "none")
    phone.set("seen-to-start", True)
    if phone.is_("data.state", "empty"):
        # The first start makes new user data, and developer settings begin anew.
        phone.set("data.state", "fresh")
        phone.copy("data.family", f"cur.{world.system}.family")
        phone.copy("data.platform", f"cur.{world.system}.platform")
        phone.set("debugging", "off")
        phone.map(unconfirmed, "link", "link")


def fits(made_for: str, variant: str) -> bool:
    return made_for == ANY_VARIANT or variant in made_for.split(",")


def newer(data: str, system: str) -> bool:
    """Is the data of a newer platform? Platforms are whole numbers, or not known."""
    return data.isdigit() and system.isdigit() and int(data) > int(system)


def not_comparable(data: str, system: str) -> bool:
    """One of the two is not known; what is the same starts all the same."""
    return data != system and not (data.isdigit() and system.isdigit())


def unconfirmed(link: str) -> str:
    return "cable" if link == "confirmed" else link


@dataclass(frozen=True, slots=True)
class _Compares:
    """Compares a build with the one that is needed. Equal for equal parts: memo keys meet."""

    order: Order
    answer: bool | None

    def __call__(self, build: str, needed: str) -> bool:
        return self.order.compare(build, ">=", needed) is self.answer
