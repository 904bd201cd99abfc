"""Hazards of locks, slots, data and firmware base: each procedure with the slip and without it.

The name of a hazard stands in docs/hazards.md, with the finding that catches it.
"""

from dataclasses import dataclass, field
from typing import Any

from anleitung.core.documents.package import Content
from tests.core.proof.small import (
    AT_BOOTLOADER,
    CHORD,
    FORMAT,
    IN_RING,
    INSTALL,
    LOCK_OFF,
    OPEN,
    RELOCK,
    RESTART,
    RING,
    UNLOCKABLE,
    Step,
    flash,
)


@dataclass(frozen=True)
class Hazard:
    """bad: the steps with the slip; good: without it; more, well: what else differs."""

    name: str
    finding: str
    bad: tuple[Step, ...]
    good: tuple[Step, ...]
    more: dict[str, Any] = field(default_factory=dict)
    well: dict[str, Any] | None = None


ANY_BASE = OPEN.replace(
    "every slot: base is PS-12.4.7-KU.r3", "every slot: base >= PS-12.1.0-KU.r1"
)
LOCKED = OPEN.replace("unlocked", "locked")
FOREIGN = (
    "bootloader is unlocked and every slot: base is PS-12.4.7-KU.r3 and variant is M6 "
    "and carrier is open and system is wattlaeufer"
)
BACK: Step = {"action": "install", "file": "stock-system", "source": "sideload"}
OWN_KEYS = {"device": {"layout.own_keys": True}}
ENROLL: Step = {"action": "enroll-key", "file": "own-key"}
RELEASE = Content(family="wattlaeufer", build="5.0")
UNLOCK: Step = {"action": "unlock"}
KEEP = (LOCK_OFF, *IN_RING)


def factory_set(*partitions: str) -> Step:
    images = [{"partition": p, "file": "blob"} for p in partitions]
    return {"action": "flash-set", "images": images}


HAZARDS = [
    Hazard(
        "relocking under an own key that was not enrolled",
        "foreign-image-while-locked",
        (UNLOCKABLE, *AT_BOOTLOADER, flash("own-ramdisk", "ramdisk"), RESTART, CHORD, RELOCK),
        (
            *(UNLOCKABLE, *AT_BOOTLOADER, ENROLL, flash("own-ramdisk", "ramdisk"), RESTART),
            *(CHORD, RELOCK),
        ),
        OWN_KEYS,
    ),
    Hazard(
        "other slot left behind",
        "below-rollback-index",
        (*IN_RING, FORMAT, INSTALL, RESTART),
        (
            *(*AT_BOOTLOADER, flash("radio-m6", "radio", "both")),
            *(flash("firmware-m6", "firmware", "both"), RING, FORMAT, INSTALL, RESTART),
        ),
        {"admission": f"{ANY_BASE} and base is PS-12.4.7-KU.r3"},
    ),
    Hazard(
        "a factory set that leaves a partition of another release in place",
        "image-of-another-release",
        (*AT_BOOTLOADER, flash("old-kernel", "boot"), factory_set("ramdisk"), RESTART),
        (*AT_BOOTLOADER, flash("old-kernel", "boot"), factory_set("ramdisk", "boot"), RESTART),
        {"packages": {"blob": {"role": "other"}}},
    ),
]
