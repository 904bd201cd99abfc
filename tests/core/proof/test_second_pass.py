"""Whole classes that trials showed: what must be caught, with and without; and what must pass."""

from typing import Any

import pytest

from anleitung.core.proof.findings.catalogue import BY_ID
from tests.core.proof.small import (
    AT_BOOTLOADER,
    CHARGE,
    CHORD,
    FORMAT,
    GET,
    IN_RING,
    INSTALL,
    LOCK_OFF,
    PLUG,
    RELOCK,
    RESTART,
    RING,
    STOCK,
    UNLOCKABLE,
    flash,
    small,
    told,
)

Steps = tuple[dict[str, Any], ...]
SIGN_OUT = {"action": "remove", "what": "account"}
SET_UP = {"action": "set-up"}
UPDATES_OFF = {"action": "switch", "setting": "auto-update", "to": "off"}
IN_STOCK_RECOVERY = (*AT_BOOTLOADER, {"action": "enter", "mode": "recovery", "by": "chord"})
ALL = ["boot", "ramdisk", "vendor", "system", "product", "verity"]
ADD_ON = {
    "id": "extras",
    "role": "add-on",
    "writes": ["product"],
    "content": {"family": "extras", "build": "1"},
}
KEEPS = [
    {
        "id": "data",
        "ask": "Shall the data go?",
        "choices": [
            {"id": "clean", "says": "Start clean"},
            {"id": "keep", "says": "Keep data", "keeps": ["apps", "media"]},
        ],
    }
]


def get(*files: str) -> dict[str, Any]:
    return {"action": "obtain", "files": list(files), "verify": True}


def install(file: str) -> dict[str, Any]:
    return {"action": "install", "file": file, "source": "sideload"}


def wipe(*areas: str) -> dict[str, Any]:
    return {"action": "wipe", "areas": list(areas)}


# what is tried, the finding, steps with it, steps without it, setting
CAUGHT: list[tuple[str, str, Steps, Steps, dict[str, Any]]] = [
    (
        "the system wiped and left so",
        "left-not-starting",
        (*IN_RING, wipe("system")),
        (*IN_RING, wipe("system"), FORMAT, INSTALL),
        {},
    ),
    (
        "the other slot never started, made the running one and locked",
        "relock-before-start",
        (UNLOCKABLE, *AT_BOOTLOADER, {"action": "set-active", "slot": "other"}, RELOCK),
        (UNLOCKABLE, *AT_BOOTLOADER, RELOCK),
        {},
    ),
    (
        "an add-on in a signed partition before locking",
        "foreign-image-while-locked",
        (UNLOCKABLE, SIGN_OUT, get("extras"), *IN_RING, install("extras"), CHORD, RELOCK),
        (UNLOCKABLE, SIGN_OUT, get("extras"), *IN_RING, CHORD, RELOCK),
        {"files": (ADD_ON,)},
    ),
    (
        "the stock recovery told to wipe the storage alone",
        "stock-recovery-cannot",
        (*IN_STOCK_RECOVERY, wipe("media")),
        (*IN_STOCK_RECOVERY, FORMAT),
        {},
    ),
    (
        "updates on again after a wipe, and a package that wants a certain base",
        "base-may-have-moved",
        (UPDATES_OFF, *IN_RING, FORMAT, RESTART, CHORD, RING, FORMAT, INSTALL),
        (*IN_RING, FORMAT, RESTART, SET_UP, UPDATES_OFF, CHORD, RING, FORMAT, INSTALL),
        {},
    ),
    (
        "an older base after a night of updates",
        "base-may-have-moved",
        (*IN_RING, FORMAT, RESTART, CHORD, flash("radio-m6", "radio", "both")),
        (*AT_BOOTLOADER, flash("radio-m6", "radio", "both")),
        {},
    ),
    (
        "signed in at the set-up, and wiped once more",
        "account-asked-for",
        (SIGN_OUT, *IN_RING, FORMAT, RESTART, SET_UP, CHORD, RING, FORMAT, RESTART),
        (SIGN_OUT, *IN_RING, FORMAT, RESTART, SET_UP, SIGN_OUT, CHORD, RING, FORMAT, RESTART),
        {},
    ),
    (
        "a branch on what is not shown there",
        "check-misleads",
        (CHORD, {"action": "branch", "on": "screen-lock is none", "ask": "a", "then": [CHARGE]}),
        ({"action": "branch", "on": "screen-lock is none", "ask": "a", "then": [CHARGE]}, CHORD),
        {},
    ),
    (
        "two images swapped, whose names say where they belong",
        "image-for-another-partition",
        (*AT_BOOTLOADER, flash("radio-m6", "firmware", "both")),
        (*AT_BOOTLOADER, flash("radio-m6", "radio", "both")),
        {},
    ),
    (
        "a window write that ignores what the file demands",
        "demand-not-met",
        (GET, PLUG, {"action": "enter", "mode": "download", "by": "chord"}),
        (GET, PLUG),
        {
            "packages": {"radio-m6": {"demands": "variant is K6"}},
            "modes": ("bootloader", "recovery", "download", "emergency"),
            "tools": ("schleuse",),
        },
    ),
]
WINDOW = {"action": "write-window", "tool": "schleuse", "files": {"modem": "radio-m6"}}


def with_ids(steps: Steps) -> Steps:
    """The steps inside a branch need ids of their own."""
    return tuple(
        step | {"then": [{"id": "inner", **each} for each in step["then"]]}
        if "then" in step
        else step
        for step in steps
    )


@pytest.mark.parametrize("case", CAUGHT, ids=lambda case: case[0])
def test_caught_with_it_and_silent_without(
    case: tuple[str, str, Steps, Steps, dict[str, Any]],
) -> None:
    _name, finding, bad, good, setting = case
    last = (WINDOW,) if "tools" in setting else ()
    assert finding in {f for f, _ in told(small(*with_ids((*bad, *last)), **setting))}
    assert finding not in {f for f, _ in told(small(*with_ids(good), **setting))}


def test_a_choice_that_says_keep_and_takes() -> None:
    steps = (*IN_RING, FORMAT, INSTALL, RESTART)
    made = small(*steps, options=KEEPS)
    assert ("undeclared-loss", "s6") in told(made)
    without = small(*steps)
    assert "undeclared-loss" not in {f for f, _ in told(without)}


KERNEL = {
    "id": "any-kernel",
    "role": "kernel",
    "content": {
        "family": "windjammer",
        "build": "7",
        "needs": [{"that": "system.family is stock", "because": "it is made for the stock system"}],
    },
}
GENERIC = {
    "id": "generic",
    "role": "system",
    "writes": ["system"],
    "content": {
        "family": "kiebitz",
        "build": "2.4",
        "platform": 13,
        "needs": [{"that": "vendor.family is stock", "because": "it runs on the maker's kernel"}],
    },
}
UPDATE = {
    "id": "update",
    "role": "system",
    "writes": ALL,
    "installed_by": ["rettungsring"],
    "content": STOCK,
}
# what must pass without a stop or a warning about it: steps, setting
OLDER = (
    "bootloader is locked and system is stock and carrier is open and region is KU "
    "and update is none and every slot: base is PS-12.4.1-KU.r2"
)
PASSES: list[tuple[str, Steps, dict[str, Any]]] = [
    (
        "a generic system over the maker's kernel",
        (get("generic"), *IN_RING, FORMAT, CHORD, flash("generic", "system"), RESTART),
        {"files": (GENERIC,)},
    ),
    (
        "a kernel that says itself what it goes with",
        (get("any-kernel"), *AT_BOOTLOADER, flash("any-kernel", "boot"), RESTART),
        {"files": (KERNEL,)},
    ),
    (
        "an update that keeps data, and its add-on in the same go",
        (LOCK_OFF, get("update", "extras"), *IN_RING, install("update"), install("extras")),
        {"files": (UPDATE, ADD_ON)},
    ),
    (
        "format, then the package over the cable",
        (*IN_RING, FORMAT, INSTALL, RESTART),
        {},
    ),
    (
        "a full signed set, locked at once",
        (UNLOCKABLE, SIGN_OUT, get("update"), *IN_RING, install("update"), RESTART, CHORD, RELOCK),
        {"files": (UPDATE,), "admission": "", "loses": ("apps", "media")},
    ),
    (
        "the maker's own update, with the screen lock on",
        (CHARGE, {"action": "take-update", "to": "PS-12.4.7-KU.r3"}),
        {"admission": OLDER, "loses": (), "promise": "every slot: base >= PS-12.4.1-KU.r2"},
    ),
    (
        "root inside a system image",
        (get("rooted"), *IN_RING, FORMAT, CHORD, flash("rooted", "system"), RESTART),
        {"files": ({**GENERIC, "id": "rooted", "content": GENERIC["content"] | {"root": "x"}},)},
    ),
    (
        "switched off, then the keys",
        (GET, CHARGE, PLUG, {"action": "power-off"}, CHORD, RESTART),
        {},
    ),
    (
        "downloaded on the phone and compared there",
        (
            {"action": "place", "file": "wattlaeufer", "by": "downloaded", "verify": True},
            *AT_BOOTLOADER,
        ),
        {},
    ),
    (
        "copied by file transfer, without debugging",
        ({"action": "connect"}, {"action": "back-up", "what": ["media"], "checked": True}),
        {},
    ),
]
# Said of every small procedure, whatever it does.
OF_THE_SMALL_ONES = {
    "promise-says-nothing",
    "no-check-at-end",
    "no-give-up-time",
    "phone-not-seen",
    "no-copy-of-media",
}


@pytest.mark.parametrize(("name", "steps", "setting"), PASSES, ids=[case[0] for case in PASSES])
def test_passes_without_a_stop_or_a_warning(
    name: str, steps: Steps, setting: dict[str, Any]
) -> None:
    found = {f for f, _ in told(small(*steps, **setting))}
    loud = {f for f in found if BY_ID[f].severity.value != "note"}
    assert not loud - OF_THE_SMALL_ONES
