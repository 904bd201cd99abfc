"""Hazards of locks, slots, data and firmware base: each procedure with the slip and without it.

The name of a hazard stands in docs/hazards.md, with the finding that catches it.
"""

from dataclasses import dataclass, field
from typing import Any

from anleitung.core.documents.package import Content
from tests.core.proof.small import (
    AT_BOOTLOADER,
    CHARGE,
    CHORD,
    FORMAT,
    GET,
    IN_RING,
    INNER,
    INSTALL,
    LOCK_OFF,
    OPEN,
    PLUG,
    RELOCK,
    RESTART,
    RING,
    SIGN_OUT,
    UNLOCKABLE,
    Step,
    flash,
    parts,
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
ANY_VARIANT = OPEN.replace("variant is M6 and ", "")
LOCKED = OPEN.replace("unlocked", "locked")
ANY_UPDATE = OPEN.replace(" and update is none", "")
FOREIGN = (
    "bootloader is unlocked and every slot: base is PS-12.4.7-KU.r3 and variant is M6 "
    "and carrier is open and system is wattlaeufer"
)
BACK: Step = {"action": "install", "file": "stock-system", "source": "sideload"}
USERSPACE: Step = {"action": "enter", "mode": "userspace", "by": "command"}
COPY: Step = {"action": "back-up", "what": ["apps"], "checked": True}
BRING_BACK: Step = {"action": "restore", "what": ["apps"]}
OWN_KEYS = {"device": {"layout.own_keys": True}}
ENROLL: Step = {"action": "enroll-key", "file": "own-key"}
RELEASE = Content(family="wattlaeufer", build="5.0")
CODE = {
    "unlocking": {"way": "maker-code", "asked_from": "the maker's page", "token_shown": "there"}
}
GREY = {
    "unlocking.missing_because": [
        {"cause": "patch-level", "least_patch_level": "2024-10", "remedy": "update"}
    ]
}
UNLOCK: Step = {"action": "unlock"}
KEEP = (LOCK_OFF, *IN_RING)


def factory_set(*partitions: str) -> Step:
    images = [{"partition": p, "file": "blob"} for p in partitions]
    return {"action": "flash-set", "images": images}


HAZARDS = [
    Hazard(
        "downgrade below the rollback index",
        "below-rollback-index",
        (*AT_BOOTLOADER, flash("old-radio", "radio"), RESTART),
        (*AT_BOOTLOADER, flash("radio-m6", "radio"), RESTART),
    ),
    Hazard(
        "kernel made from another build than the one installed",
        "image-of-another-release",
        (*AT_BOOTLOADER, flash("old-kernel", "boot"), RESTART),
        (*AT_BOOTLOADER, flash("stock-ramdisk", "ramdisk"), RESTART),
    ),
    Hazard(
        "patched image on a release that nobody asked for",
        "release-not-known",
        (*AT_BOOTLOADER, flash("own-ramdisk", "ramdisk"), RESTART),
        (*AT_BOOTLOADER, flash("own-ramdisk", "ramdisk"), RESTART),
        {
            "admission": FOREIGN,
            "packages": {"own-ramdisk": {"content": RELEASE}},
        },
        {
            "admission": f'{FOREIGN} and build is "5.0"',
            "packages": {"own-ramdisk": {"content": RELEASE}},
        },
    ),
    Hazard(
        "image patched for the wrong partition of this generation",
        "image-for-another-partition",
        (*AT_BOOTLOADER, flash("stock-ramdisk", "boot"), RESTART),
        (*AT_BOOTLOADER, flash("stock-ramdisk", "ramdisk"), RESTART),
    ),
    Hazard(
        "base that drifts between two legs because the stock system updates itself",
        "base-may-have-moved",
        (GET, CHARGE, PLUG, CHORD, RESTART, CHORD, RING, FORMAT, INSTALL, RESTART),
        (
            {"action": "switch", "setting": "auto-update", "to": "off"},
            *(GET, CHARGE, PLUG, CHORD, RESTART, CHORD, RING, FORMAT, INSTALL, RESTART),
        ),
    ),
    Hazard(
        "relocking over anything whose signer the lock does not accept",
        "foreign-image-while-locked",
        (UNLOCKABLE, *IN_RING, FORMAT, INSTALL, RESTART, PLUG, CHORD, RELOCK),
        (UNLOCKABLE, *AT_BOOTLOADER, RELOCK),
    ),
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
        "own key on a phone that takes none",
        "own-keys-not-taken",
        (*AT_BOOTLOADER, ENROLL),
        (*AT_BOOTLOADER, ENROLL),
        {},
        OWN_KEYS,
    ),
    Hazard(
        "a file that is no key",
        "not-a-key",
        (*AT_BOOTLOADER, {"action": "enroll-key", "file": "blob"}),
        (*AT_BOOTLOADER, ENROLL),
        OWN_KEYS,
    ),
    Hazard(
        "relock that wipes data with no backup before",
        "undeclared-loss",
        (UNLOCKABLE, *AT_BOOTLOADER, RELOCK),
        (
            UNLOCKABLE,
            {"action": "back-up", "what": ["apps", "media"], "checked": True},
            *(*AT_BOOTLOADER, RELOCK),
        ),
        {"loses": ()},
    ),
    Hazard(
        "account still signed in before a wipe",
        "account-asked-for",
        (*IN_RING, FORMAT, RESTART),
        (SIGN_OUT, *IN_RING, FORMAT, RESTART),
    ),
    Hazard(
        "screen lock left on, so that data cannot be read later",
        "screen-lock-left-on",
        (*IN_RING, INSTALL, RESTART),
        (*KEEP, INSTALL, RESTART),
        {"admission": f'{FOREIGN} and build is "4.2"'},
    ),
    Hazard(
        "developer switches gone after a wipe though a later step needs the debug bridge",
        "nothing-to-confirm",
        (*IN_RING, FORMAT, RESTART, {"action": "connect", "confirm": True}),
        (
            *(*IN_RING, FORMAT, RESTART, {"action": "set-up"}),
            {"action": "switch", "setting": "debugging", "to": "on"},
            {"action": "connect", "confirm": True},
        ),
    ),
    Hazard(
        "relock before it was seen that the phone starts",
        "relock-before-start",
        (UNLOCKABLE, *AT_BOOTLOADER, flash("stock-ramdisk", "ramdisk"), RELOCK),
        (UNLOCKABLE, *AT_BOOTLOADER, flash("stock-ramdisk", "ramdisk"), RESTART, CHORD, RELOCK),
    ),
    Hazard(
        "relock while the unlock switch is off",
        "relock-without-way-back",
        (*AT_BOOTLOADER, RELOCK),
        (UNLOCKABLE, *AT_BOOTLOADER, RELOCK),
    ),
    Hazard(
        "locking what is locked",
        "already-locked",
        (UNLOCKABLE, *AT_BOOTLOADER, RELOCK),
        (UNLOCKABLE, *AT_BOOTLOADER, RELOCK),
        {"admission": LOCKED},
        {},
    ),
    Hazard(
        "wrong slot active",
        "base-too-old",
        (*IN_RING, FORMAT, INSTALL, CHORD, {"action": "set-active", "slot": "other"}, RESTART),
        (*IN_RING, FORMAT, INSTALL, RESTART),
        {
            "admission": OPEN.replace(
                "every slot: base is PS-12.4.7-KU.r3", "every slot: base is PS-12.2.0-KU.r1"
            ),
            "packages": {"wattlaeufer": {"writes_to": "both", "switches_slot": False}},
        },
        {},
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
        "restart between low-level images left out",
        "restart-left-out",
        (*AT_BOOTLOADER, flash("radio-m6", "radio"), flash("firmware-m6", "firmware"), RESTART),
        (
            *(*AT_BOOTLOADER, flash("radio-m6", "radio"), CHORD),
            *(flash("firmware-m6", "firmware"), RESTART),
        ),
        {"device": {"layout.partitions": parts(radio={"settles": True})}},
    ),
    Hazard(
        "a factory set that leaves a partition of another release in place",
        "image-of-another-release",
        (*AT_BOOTLOADER, flash("old-kernel", "boot"), factory_set("ramdisk"), RESTART),
        (*AT_BOOTLOADER, flash("old-kernel", "boot"), factory_set("ramdisk", "boot"), RESTART),
        {"packages": {"blob": {"role": "other"}}},
    ),
    Hazard(
        "a slot that the phone does not have",
        "no-such-slot",
        (*AT_BOOTLOADER, flash("stock-ramdisk", "ramdisk", "other")),
        (*AT_BOOTLOADER, flash("stock-ramdisk", "ramdisk")),
        {
            "device": {"layout.slots": "single"},
            "admission": "bootloader is unlocked and system is stock",
        },
    ),
    Hazard(
        "the second slot's system image overwritten",
        "overwritten-unread",
        (
            *(*AT_BOOTLOADER, flash("blob", "system", "other")),
            *(flash("blob", "system", "other"), RESTART),
        ),
        (*AT_BOOTLOADER, flash("blob", "system", "other"), RESTART),
    ),
    Hazard(
        "a waiting merge broken by a slot change",
        "update-broken",
        (*AT_BOOTLOADER, {"action": "set-active", "slot": "other"}, RESTART),
        (RESTART, *AT_BOOTLOADER, {"action": "set-active", "slot": "other"}, RESTART),
        {"admission": ANY_UPDATE},
    ),
    Hazard(
        "data of another system not formatted",
        "data-of-another-system",
        (LOCK_OFF, *IN_RING, INSTALL, RESTART),
        (LOCK_OFF, *IN_RING, FORMAT, INSTALL, RESTART),
    ),
    Hazard(
        "a wipe that takes the very package copied there",
        "file-wiped",
        (
            *(GET, CHARGE, PLUG, CHORD, RING, {"action": "place", "file": "wattlaeufer"}, FORMAT),
            {**INSTALL, "source": "internal"},
        ),
        (
            *(GET, CHARGE, PLUG, CHORD, RING, FORMAT, {"action": "place", "file": "wattlaeufer"}),
            {**INSTALL, "source": "internal"},
        ),
    ),
    Hazard(
        "areas wiped that this layout does not have",
        "no-such-area",
        (*IN_RING, {"action": "wipe", "areas": ["cache"]}),
        (*IN_RING, {"action": "wipe", "areas": ["apps"]}),
    ),
    Hazard(
        "a system wiped and nothing installed",
        "partition-empty",
        (*IN_RING, {"action": "wipe", "areas": ["system"]}, RESTART),
        (*IN_RING, {"action": "wipe", "areas": ["system"]}, FORMAT, INSTALL, RESTART),
    ),
    Hazard(
        "backup kept on what is wiped",
        "backup-wiped",
        ({**COPY, "kept": "phone"}, SIGN_OUT, *IN_RING, FORMAT, RESTART, BRING_BACK),
        (COPY, SIGN_OUT, *IN_RING, FORMAT, RESTART, BRING_BACK),
    ),
    Hazard(
        "a copy brought back that was never made",
        "nothing-to-restore",
        (SIGN_OUT, *IN_RING, FORMAT, RESTART, BRING_BACK),
        (COPY, SIGN_OUT, *IN_RING, FORMAT, RESTART, BRING_BACK),
    ),
    Hazard(
        "backup restored that belongs to another build",
        "backup-of-another-build",
        (COPY, *IN_RING, FORMAT, INSTALL, RESTART, BRING_BACK),
        (COPY, SIGN_OUT, *IN_RING, FORMAT, RESTART, BRING_BACK),
    ),
    Hazard(
        "calibration or identity partitions touched without a checked backup elsewhere",
        "unique-partition-touched",
        (*AT_BOOTLOADER, flash("blob", "calibration"), RESTART),
        (
            *(*IN_RING, {"action": "back-up", "what": ["unique"], "checked": True}, CHORD),
            *(flash("blob", "calibration"), RESTART),
        ),
    ),
    Hazard(
        "container too small for the image",
        "image-too-large",
        (*AT_BOOTLOADER, USERSPACE, flash("blob", "system"), RESTART),
        (*AT_BOOTLOADER, USERSPACE, flash("blob", "system"), RESTART),
        {"device": INNER | {"layout.container_size": 999}},
        {"device": INNER | {"layout.container_size": 1_000}},
    ),
    Hazard(
        "an inner partition written in the bootloader",
        "inner-needs-userspace",
        (*AT_BOOTLOADER, flash("blob", "system"), RESTART),
        (*AT_BOOTLOADER, USERSPACE, flash("blob", "system"), RESTART),
        {"device": INNER},
    ),
    Hazard(
        "a mode that the phone does not have",
        "no-such-mode",
        (*AT_BOOTLOADER, USERSPACE),
        (*AT_BOOTLOADER, USERSPACE),
        {},
        {"device": INNER},
    ),
    Hazard(
        "a step that changes nothing for any phone",
        "changes-nothing",
        (*IN_RING, FORMAT, {"action": "wipe", "areas": ["apps"]}, RESTART),
        (*IN_RING, FORMAT, RESTART),
    ),
    Hazard(
        "unlock switch grey because the patch level is too old",
        "unlock-switch-grey",
        (UNLOCKABLE,),
        (UNLOCKABLE,),
        {
            "device": GREY,
            "admission": LOCKED.replace(" base is PS-12.4.7-KU.r3", " base is PS-12.1.0-KU.r1"),
        },
        {"device": GREY, "admission": LOCKED},
    ),
    Hazard(
        "unlocking without its code",
        "unlock-code-missing",
        (UNLOCKABLE, PLUG, CHORD, UNLOCK),
        ({"action": "ask-for-code"}, UNLOCKABLE, PLUG, CHORD, UNLOCK),
        {"device": CODE, "admission": LOCKED},
    ),
    Hazard(
        "a code that does not exist",
        "no-code-to-ask-for",
        ({"action": "ask-for-code"},),
        ({"action": "ask-for-code"},),
        {"admission": LOCKED},
        {"device": CODE, "admission": LOCKED},
    ),
    Hazard(
        "writing with a battery that may be empty",
        "battery-low",
        (GET, PLUG, CHORD, flash("stock-ramdisk", "ramdisk"), RESTART),
        (*AT_BOOTLOADER, flash("stock-ramdisk", "ramdisk"), RESTART),
    ),
    Hazard(
        "a step by hand",
        "on-trust",
        ({"action": "by-hand", "says": "hold it", "sets": {"mode": "bootloader"}},),
        (CHORD,),
    ),
]
