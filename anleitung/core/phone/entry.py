"""The entry rules: which modes come up, and what is asked of each.

Asked at every entry, by whatever step, menu, keys, command or accident; and once more wherever the
guide leaves the phone: would it come up again if it were switched off and on now?
"""

from collections.abc import Callable, Mapping
from typing import Any, cast

from anleitung.core.phone.clauses import (
    NoStart,
    check_base,
    check_data,
    check_firmware,
    check_lock,
    check_needs,
    check_recovery,
    check_release,
    check_system,
)
from anleitung.core.phone.world import EMPTY, HUNG_BEFORE, Phone, World

Clause = Callable[[Phone, World, str], NoStart | None]

# In the order in which a phone gets there; emergency mode is the chip's own, and asks for nothing.
ENTRY: Mapping[str, tuple[Clause, ...]] = {
    "system": (
        check_firmware,
        check_lock,
        check_system,
        check_base,
        check_needs,
        check_release,
        check_data,
    ),
    "recovery": (check_firmware, check_recovery),
    "userspace": (check_firmware, check_recovery),
    "bootloader": (check_firmware,),
    "download": (check_firmware,),
    "emergency": (),
    "off": (),
}


def check_entry(phone: Phone, world: World, mode: str, side: str = "cur") -> NoStart | None:
    """None: it comes up, perhaps with a known trouble. Changes nothing."""
    for clause in ENTRY[mode]:
        refusal = clause(phone, world, side)
        if refusal is not None:
            return refusal
    return None


def check_start(phone: Phone, world: World) -> NoStart | None:
    return check_entry(phone, world, "system")


def require_entry(phone: Phone, world: World, mode: str) -> None:
    """Phones on which the mode does not come up end here."""
    refusal = check_entry(phone, world, mode)
    if refusal is not None:
        phone.set("mode", refusal.how)
        phone.end(refusal.how, refusal.finding, refusal.subject)


def enter(phone: Phone, world: World, mode: str) -> None:
    """Any mode but the system, which does more at its start."""
    require_entry(phone, world, mode)
    phone.set("mode", mode)
    phone.set("running", "none")
    if mode == "recovery":
        phone.copy("running", f"cur.{world.recovery_home}.recovery")
        trip_fuse(phone, world, world.recovery_home)
    else:
        phone.set("host-sees", "no")


def trip_fuse(phone: Phone, world: World, *parts: str) -> None:
    """One start of anything that the maker did not sign is enough, and for good."""
    if world.device.hardware.fuse_trips != "foreign-start":
        return
    for part in world.device.layout.partitions:
        if part.starts_checked and part.name in parts:
            phone.join(_tripped, "warranty", "warranty", f"cur.{part.name}.signer")


def _tripped(fuse: str, signer: str) -> str:
    return fuse if signer == "maker" else "tripped"


def judge_left(phone: Phone, world: World) -> None:
    """The guide leaves the phone here: would it start if it were switched off and on now?

    The other slot is judged without the user data, which belong to what runs, and only where it
    would have started before or was written since.
    """
    refusal = check_entry(_silent(phone), world, "system")
    if refusal is not None:
        # What hung before the first step, and was not written since, is not the guide's doing.
        if not phone.is_("cur.stood", "not starting"):
            phone.find("left-not-starting", f"{refusal.finding}/{refusal.subject}")
        return
    without = check_entry(_silent(phone), world, "recovery")
    if "recovery" in world.modes and without is not None:
        phone.find("left-without-recovery", f"{without.finding}/{without.subject}")
    if world.has_two_slots and not phone.is_("other.stood", "not starting"):
        refusal = check_other_slot(phone, world)
        if refusal is not None and _is_the_guides_doing(phone, world, refusal):
            phone.find("other-slot-not-starting", f"{refusal.finding}/{refusal.subject}")


def check_other_slot(phone: Phone, world: World) -> NoStart | None:
    silent = _silent(phone)
    for clause in ENTRY["system"]:
        refusal = None if clause is check_data else clause(silent, world, "other")
        if refusal is not None:
            return refusal
    return None


def _is_the_guides_doing(phone: Phone, world: World, refusal: NoStart) -> bool:
    """Only what was written counts: every update leaves the slot before it below the index, and

    locking one that holds another system. What did not start before, for a part that was not
    written, does not by the guide's doing either.
    """
    if phone.is_("other.stood", "starting"):
        return False
    part = world.device.layout.named(refusal.subject)
    if part is None or not phone.is_("other.stood", HUNG_BEFORE):
        return True
    name = world.where("other", part)
    return not phone.is_(f"{name}.package", "none") or phone.is_(f"{name}.family", EMPTY)


def judge_other_slot(phone: Phone, world: World) -> None:
    """Before the first step: what does not start there already is not the guide's doing."""
    if check_other_slot(phone, world) is not None:
        phone.set("other.stood", "not starting")


class _Silent:
    """The same phone, on which what is only known to be a trouble is not told once more."""

    def __init__(self, phone: Phone) -> None:
        self._phone = phone

    def find(self, finding: str, subject: str = "") -> None:
        """Told where it starts, not where it is left."""

    def __getattr__(self, name: str) -> Any:
        return getattr(self._phone, name)


def _silent(phone: Phone) -> Phone:
    return cast(Phone, _Silent(phone))
