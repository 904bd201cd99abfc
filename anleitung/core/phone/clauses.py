"""The clauses of the entry rules: what keeps a mode from coming up, each by itself.

A clause looks at one side, "cur" or "other", changes nothing, and answers None where it is met.
"""

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


def check_firmware(phone: Phone, world: World, side: str) -> NoStart | None:
    for part in world.firmware:
        if phone.is_(f"{world.stands(side, part)}.family", EMPTY):
            return NoStart(DEAD, "partition-empty", part)
        if not phone.relation(fits, f"{world.stands(side, part)}.fits", "variant"):
            return NoStart(DEAD, "firmware-of-another-variant", part)
        if not phone.is_(f"{world.stands(side, part)}.family", "stock"):
            return NoStart(DEAD, "firmware-of-another-family", part)
        written = not phone.is_(f"{world.stands(side, part)}.package", "none")
        if written and not phone.isin(f"{world.stands(side, part)}.build", world.listed):
            phone.find("firmware-not-listed", part)
    if world.device.stock.raises_rollback_index:
        for part in world.firmware:
            if phone.relation(
                _Below(index_of(world)), f"{world.stands(side, part)}.build", "rollback"
            ):
                return NoStart(DEAD, "below-rollback-index", part)
    return None


def check_lock(phone: Phone, world: World, side: str) -> NoStart | None:
    """A locked phone starts only what the maker signed, or the key that its owner enrolled."""
    return _trusted(phone, world, side, *(p.name for p in world.device.layout.partitions))


def _trusted(phone: Phone, world: World, side: str, *parts: str) -> NoStart | None:
    if not phone.is_("bootloader", "locked"):
        return None
    for checked in world.device.layout.partitions:
        if not checked.starts_checked or checked.name not in parts:
            continue
        stands = world.stands(side, checked.name)
        if phone.is_(f"{stands}.signer", "maker"):
            continue
        if phone.is_(f"{stands}.signer", "own") and not phone.is_("key", "none"):
            if phone.is_(f"{stands}.key", "none"):
                # Signed by an own key, and nobody says by which one of several.
                if len([p for p in world.packages.values() if p.role == "key"]) > 1:
                    phone.find("key-not-told", checked.name)
                continue
            if phone.same("key", f"{stands}.key"):
                continue
            return NoStart(STUCK, "signed-with-another-key", checked.name)
        return NoStart(STUCK, "foreign-image-while-locked", checked.name)
    return None


def check_system(phone: Phone, world: World, side: str) -> NoStart | None:
    if phone.is_("update", "broken"):
        return NoStart(STUCK, "update-broken", "")
    main = world.system
    parts = tuple(p.name for p in world.of_system)
    for part in (*parts, main):
        if phone.is_(f"{world.stands(side, part)}.family", EMPTY):
            return NoStart(STUCK, "partition-empty", part)
        if not phone.relation(fits, f"{world.stands(side, part)}.fits", "variant"):
            return NoStart(STUCK, "image-of-another-variant", part)
    # What says itself what it goes with is judged by that, see ``check_needs``.
    if not phone.isin(f"{world.stands(side, main)}.package", world.with_needs):
        return _check_parts(phone, world, side)
    return None


def _check_parts(phone: Phone, world: World, side: str) -> NoStart | None:
    """All parts come from one system and one release: what holds where nothing else is said."""
    main = world.system
    parts = [
        part.name
        for part in world.of_system
        if not phone.isin(f"{world.stands(side, part.name)}.package", world.with_needs)
    ]
    for part in parts:
        if not phone.same(
            f"{world.stands(side, part)}.family", f"{world.stands(side, main)}.family"
        ):
            return NoStart(STUCK, "parts-of-different-systems", part)
    for part in parts:
        if phone.same(f"{world.stands(side, part)}.build", f"{world.stands(side, main)}.build"):
            continue
        if phone.relation(
            _either_not_told,
            f"{world.stands(side, part)}.build",
            f"{world.stands(side, main)}.build",
        ):
            phone.find("release-not-known", part)
        else:
            return NoStart(STUCK, "image-of-another-release", part)
    return None


def check_needs(phone: Phone, world: World, side: str) -> NoStart | None:
    """What a file says that it needs beside it."""
    for package in world.packages.values():
        needs = package.content.needs if package.content else None
        if not needs:
            continue
        stands = (
            phone.is_(f"{world.stands(side, part.name)}.package", package.id)
            for part in world.device.layout.partitions
        )
        if not any(stands):
            continue
        for number, need in enumerate(needs):
            met = phone.truth(world.formula_on(side, need.that.condition))
            subject = f"{package.id}/{number}"
            if met is None:
                phone.find("need-not-decided", subject)
            elif not met:
                return NoStart(STUCK, "need-not-met", subject)
    return None


def check_recovery(phone: Phone, world: World, side: str) -> NoStart | None:
    """The image from which the recovery comes up, and the kernel under it where it is shared."""
    home = world.stands(side, world.recovery_home)
    if phone.is_(f"{home}.family", EMPTY) or phone.is_(f"{home}.recovery", "none"):
        return NoStart(STUCK, "no-recovery-there", world.recovery_home)
    if not phone.relation(fits, f"{home}.fits", "variant"):
        return NoStart(STUCK, "recovery-of-another-variant", world.recovery_home)
    shared = [] if world.recovery_home != world.first_ramdisk else [world.kernel]
    for part in shared:
        if phone.is_(f"{world.stands(side, part)}.family", EMPTY):
            return NoStart(STUCK, "partition-empty", part)
        if not phone.relation(fits, f"{world.stands(side, part)}.fits", "variant"):
            return NoStart(STUCK, "image-of-another-variant", part)
    return _trusted(phone, world, side, world.recovery_home, *shared)


def check_release(phone: Phone, world: World, side: str) -> NoStart | None:
    """Some recoveries change what a system that forces encryption starts from."""
    wanting = frozenset(p.id for p in world.recoveries if p.wants_release)
    if not wanting or phone.is_(f"{world.stands(side, world.system)}.forces", "no"):
        return None
    if not phone.isin(f"{world.stands(side, world.recovery_home)}.recovery", wanting):
        return None
    if phone.is_(f"{world.stands(side, world.first_ramdisk)}.release", "no"):
        return NoStart(STUCK, "encryption-not-released", "")
    return None


def check_data(phone: Phone, world: World, side: str) -> NoStart | None:
    main = world.system
    if not phone.is_(f"{world.stands(side, main)}.on-data", "none") and not phone.same(
        f"{world.stands(side, main)}.on-data", "data.part"
    ):
        return NoStart(STUCK, "part-on-data-gone", "")
    if phone.is_("data.state", "empty"):
        if not phone.relation(_made_by_one_of, f"{world.stands(side, main)}.data-by", "data.by"):
            return NoStart(STUCK, "data-made-by-another-recovery", "")
        return None
    if not phone.same("data.family", f"{world.stands(side, main)}.family"):
        return NoStart(STUCK, "data-of-another-system", "")
    if phone.relation(newer, "data.platform", f"{world.stands(side, main)}.platform"):
        return NoStart(STUCK, "data-newer-than-system", "")
    if phone.relation(not_comparable, "data.platform", f"{world.stands(side, main)}.platform"):
        phone.find("data-platform-not-known", "")
    return None


def check_base(phone: Phone, world: World, side: str) -> NoStart | None:
    """Does the firmware in the running slot satisfy what the system there wants?"""
    needs = f"{world.stands(side, world.system)}.needs"
    if phone.is_(needs, NO_NEED):
        return None
    for part in world.firmware:
        if phone.relation(
            _Compares(world.order, False), f"{world.stands(side, part)}.build", needs
        ):
            return NoStart(STUCK, "base-too-old", part)
        if phone.relation(_Compares(world.order, None), f"{world.stands(side, part)}.build", needs):
            phone.find("base-not-known", part)
    return None


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


def _either_not_told(a: str, b: str) -> bool:
    """One of two releases is not named: they may be one, or not."""
    return OTHER_SYSTEM_BUILD in (a, b) or NOT_LISTED in (a, b)


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
