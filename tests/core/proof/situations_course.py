"""Situations of the course: what a guide leaves unsaid, unseen or in the wrong order."""

from typing import Any

from anleitung.core.documents.package import Content
from tests.core.proof.hazards import Hazard
from tests.core.proof.situations import (
    AGREED,
    FROM_OFF,
    NEW_SYSTEM,
    PATCH,
    get,
    install,
    program,
    recovery,
)
from tests.core.proof.situations_tools import BY_WINDOW, load, schleuse, tool
from tests.core.proof.small import (
    AT_BOOTLOADER,
    CHORD,
    FORMAT,
    GET,
    IN_RING,
    INSTALL,
    OPEN,
    PLUG,
    RESTART,
    STOCK,
    Step,
    extra,
    flash,
)

RED = {"text": "E: * not mounted", "means": "harmless", "do": "Go on."}
KNOWN = {**RED, "at": ["install"], "causes": ["the layout has no such partition", "it is busy"]}
SHOWS = recovery(messages=[KNOWN])
SET_UP: Step = {"action": "set-up"}
CHECK: Step = {"action": "check", "that": "system is stock", "ask": "The maker's name is shown"}
BASE_CHECK: Step = {
    "action": "check",
    "that": "base is PS-12.4.7-KU.r3",
    "ask": "The last line is so",
}
LEG = extra(
    "leg",
    "firmware",
    STOCK,
    exact_base=STOCK["build"],
    writes=["radio"],
    installed_by=["rettungsring"],
)
MANAGER = program("bootsmann-app", "manager", needs_restart=True)
HIDER = program(
    "decke",
    "helper-app",
    options=[{"id": "hide", "says": "Hide", "usual": "off", "effect": "hides"}],
)
ROOT = program("bootsmann", "root")
WITH_ROOT: dict[str, Any] = {
    "programs": (program("rettungsring", "recovery"), ROOT, MANAGER, HIDER),
    "files": (PATCH,),
    "admission": f"{OPEN} and root is none",
}
ROOTED = (get("root-pack"), *IN_RING, install("root-pack"), RESTART)
RED_CHORDS = [
    {
        "id": i,
        "begins": "off",
        "reaches": m,
        "moments": [{"hold": keys, "seconds": 5}, {"release": keys}],
    }
    for i, m, keys in (
        ("to-loader", "bootloader", ["down", "power"]),
        ("to-recovery", "recovery", ["up", "power"]),
    )
]
UNLIKE = [
    RED_CHORDS[0],
    {
        "id": "to-recovery",
        "begins": "bootloader",
        "reaches": "recovery",
        "moments": [{"press": ["down"], "seconds": 1}],
    },
]


DOCKER = program("dock", "helper-app", makes_room=True)
MENU = {
    "id": "menu",
    "after": "second",
    "ask": "Which?",
    "answers": [
        {"id": "two", "says": "down", "does": "goes-on"},
        {"id": "one", "says": "power", "does": "starts"},
    ],
    "usual": "one",
    "seconds": 10,
}
DOCK: dict[str, Any] = {
    "programs": (DOCKER,),
    "device": {"layout.system_slots": 1, "questions": [MENU]},
    "admission": OPEN.replace("unlocked", "locked"),
}
ROOM = 9_000
SHARED: dict[str, Any] = {
    "admission": OPEN,
    "packages": {"blob": {"content": Content(family="kiebitz", build="2", shares_kernel=True)}},
    "files": (
        extra(
            "next-system",
            "system",
            {**STOCK, "build": "PS-13.0.2-KU.r4", "platform": 13},
            writes=["boot", "ramdisk", "vendor", "system", "product", "verity"],
            installed_by=["rettungsring"],
        ),
    ),
}


def second(does: str, **more: Any) -> Step:
    return {"action": "second", "program": "dock", "does": does, **more}


def app(does: str, name: str = "bootsmann-app", **more: Any) -> Step:
    return {"action": "app", "program": name, "does": does, **more}


def script(*parts: dict[str, Any]) -> Step:
    return {"action": "script", "file": "blob", "parts": list(parts)}


PUT: Step = {"action": "place", "file": "blob"}
WITH_DOCK = (
    *(GET, *AGREED, PUT),
    *(app("install", "dock", file="own-key"), app("open", "dock")),
)
NEW_KERNEL = (CHORD, IN_RING[-1], get("next-system"), install("next-system"), RESTART)
SECOND_IN = (*WITH_DOCK, second("create", size=ROOM), second("install", file="blob"))

COURSE = [
    Hazard(
        "no backup before the point of no return",
        "undeclared-loss",
        (*IN_RING, FORMAT),
        ({"action": "back-up", "what": ["media"], "checked": True}, *IN_RING, FORMAT),
        {"loses": ("apps",)},
    ),
    Hazard(
        "a backup that was not verified",
        "backup-not-checked",
        ({"action": "back-up", "what": ["media"]}, *IN_RING, FORMAT),
        ({"action": "back-up", "what": ["media"], "checked": True}, *IN_RING, FORMAT),
        {"loses": ("apps",)},
    ),
    Hazard(
        "battery too low",
        "battery-low",
        (GET, PLUG, CHORD, flash("radio-m6", "radio")),
        (*AT_BOOTLOADER, flash("radio-m6", "radio")),
    ),
    Hazard(
        "no give-up time on a long wait, so that a slow first start looks like a hang",
        "no-give-up-time",
        ({"action": "restart"},),
        (RESTART,),
    ),
    Hazard(
        "red message that is harmless here, and the guide does not say so",
        "message-not-told",
        (*IN_RING, FORMAT, INSTALL),
        (*IN_RING, FORMAT, {**INSTALL, "messages": [{**RED, "causes": KNOWN["causes"]}]}),
        SHOWS,
    ),
    Hazard(
        "a message called harmless without its text",
        "message-says-nothing",
        (*IN_RING, FORMAT, {**INSTALL, "messages": [{**RED, "text": "E: *"}]}),
        (*IN_RING, FORMAT, {**INSTALL, "messages": [RED]}),
    ),
    Hazard(
        "a failure text that names one cause where the catalogue knows more",
        "more-causes-known",
        (*IN_RING, FORMAT, {**INSTALL, "messages": [{**RED, "causes": ["it is busy"]}]}),
        (*IN_RING, FORMAT, {**INSTALL, "messages": [{**RED, "causes": KNOWN["causes"]}]}),
        SHOWS,
    ),
    Hazard(
        "no check of the build between two legs",
        "no-check-between-legs",
        (
            get("leg"),
            *AT_BOOTLOADER,
            flash("radio-m6", "radio"),
            CHORD,
            IN_RING[-1],
            install("leg"),
        ),
        (
            *(get("leg"), *AT_BOOTLOADER, flash("radio-m6", "radio"), CHORD, BASE_CHECK),
            *(IN_RING[-1], install("leg")),
        ),
        {"files": (LEG,)},
    ),
    Hazard(
        "no check at the end",
        "no-check-at-end",
        (*AT_BOOTLOADER, flash("radio-m6", "radio"), CHORD, RESTART),
        (*AT_BOOTLOADER, flash("radio-m6", "radio"), CHORD, RESTART, CHECK),
    ),
    Hazard(
        "a check that can mislead there",
        "check-misleads",
        (*AT_BOOTLOADER, CHECK),
        (CHECK, *AT_BOOTLOADER),
    ),
    Hazard(
        "an option left unsaid though its wrong value harms",
        "option-unsaid",
        (*BY_WINDOW, load()),
        (*BY_WINDOW, load(table="off")),
        {**tool(), "tools": (schleuse(kept="table"),)},
    ),
    Hazard(
        "two chords in one guide that differ by one key",
        "chords-alike",
        (CHORD, FROM_OFF),
        (CHORD, FROM_OFF),
        {"device": {"chords": RED_CHORDS}},
        {"device": {"chords": UNLIKE}},
    ),
    Hazard(
        "a step that only hides a modification",
        "hides-a-modification",
        (
            *ROOTED,
            *AGREED,
            app("install", "decke", file="blob"),
            app("set", "decke", option="hide", to="on"),
        ),
        (
            *ROOTED,
            *AGREED,
            app("install", "decke", file="blob"),
            app("set", "decke", option="hide", to="off"),
        ),
        WITH_ROOT,
    ),
    Hazard(
        "second restart missing",
        "helper-not-finished",
        (*ROOTED, app("install"), app("open")),
        (*ROOTED, app("install"), app("open"), RESTART),
        WITH_ROOT,
    ),
    Hazard(
        "an app opened that was never installed",
        "app-not-installed",
        (*ROOTED, app("open")),
        (*ROOTED, app("install"), app("open"), RESTART),
        WITH_ROOT,
    ),
    Hazard(
        "an app that nothing offers",
        "app-not-offered",
        (*AT_BOOTLOADER, RESTART, app("install")),
        (*ROOTED, app("install")),
        WITH_ROOT,
    ),
    Hazard(
        "root given where there is none",
        "no-root-to-give",
        (GET, *AGREED, app("install", file="blob"), app("give-root")),
        (*ROOTED, app("install"), app("give-root")),
        WITH_ROOT,
    ),
    Hazard(
        "an app that no document describes",
        "no-such-app",
        (app("open", "nobody"),),
        (*ROOTED, app("install"), app("open"), RESTART),
        WITH_ROOT,
    ),
    Hazard(
        "an untested newer build admitted",
        "admitted-not-proved",
        (*IN_RING, FORMAT, INSTALL, RESTART),
        (*IN_RING, FORMAT, INSTALL, RESTART),
        {"admission": "bootloader is unlocked"},
        {"admission": OPEN},
    ),
    Hazard(
        "side effects not declared",
        "side-effect-not-declared",
        (get("root-pack"), *NEW_SYSTEM, RESTART),
        (get("root-pack"), *NEW_SYSTEM, RESTART),
        {**WITH_ROOT, "admission": OPEN},
        {**WITH_ROOT, "admission": OPEN, "loses": ("apps", "media", "root")},
    ),
    Hazard(
        "no way back in the set",
        "no-way-back",
        (*AT_BOOTLOADER, flash("radio-m6", "radio")),
        (*AT_BOOTLOADER, {**flash("radio-m6", "radio"), "way_back": "return-to-stock"}),
    ),
    Hazard(
        "set up before the next leg that wipes again",
        "set-up-in-vain",
        (*NEW_SYSTEM, RESTART, SET_UP, CHORD, IN_RING[-1], FORMAT, RESTART),
        (*NEW_SYSTEM, RESTART, CHORD, IN_RING[-1], FORMAT, RESTART, SET_UP),
    ),
    Hazard(
        "a script that locks the phone without a word",
        "foreign-image-while-locked",
        (*NEW_SYSTEM, RESTART, CHORD, script({"does": {"id": "p", "action": "relock"}})),
        (
            *(*NEW_SYSTEM, RESTART, CHORD),
            script({"does": {"id": "p", "action": "relock"}, "when": "system is stock"}),
        ),
        {"admission": OPEN.replace("carrier is open", "carrier is open and unlock-switch is on")},
    ),
    Hazard(
        "a second system on a phone that keeps only one",
        "no-room-for-second",
        (*WITH_DOCK, second("create", size=ROOM)),
        (*WITH_DOCK, second("create", size=ROOM)),
        DOCK | {"device": {"layout.system_slots": 0}},
        DOCK,
    ),
    Hazard(
        "a second system before its room was made",
        "second-not-there",
        (*WITH_DOCK, second("install", file="blob")),
        (*WITH_DOCK, second("create", size=ROOM), second("install", file="blob")),
        DOCK,
    ),
    Hazard(
        "too little room for a second system",
        "second-too-small",
        (*WITH_DOCK, second("create", size=500), second("install", file="blob")),
        (*WITH_DOCK, second("create", size=ROOM), second("install", file="blob")),
        DOCK,
    ),
    Hazard(
        "one kernel for two systems, changed under the second",
        "second-kernel-changed",
        (*SECOND_IN, *NEW_KERNEL, second("start")),
        (*SECOND_IN, second("start")),
        DOCK | SHARED,
    ),
    Hazard(
        "the count-down of the start menu runs out",
        "promise-not-kept",
        (*SECOND_IN, second("start"), {"action": "wait", "until": "it starts"}),
        (*SECOND_IN, second("start"), {"action": "answer", "question": "menu", "answer": "two"}),
        DOCK | {"promise": "running-system is second"},
    ),
    Hazard(
        "a battery to be taken out that is built in",
        "battery-built-in",
        ({"action": "disconnect", "what": "battery"},),
        ({"action": "disconnect", "what": "battery"}, RESTART),
        {},
        {"device": {"hardware.battery_removable": True}},
    ),
]
