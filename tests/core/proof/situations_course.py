"""Situations of the course: what a guide leaves unsaid, unseen or in the wrong order."""

from typing import Any

from tests.core.proof.hazards import Hazard
from tests.core.proof.situations import (
    NEW_SYSTEM,
    PATCH,
    get,
    install,
    program,
)
from tests.core.proof.small import (
    AT_BOOTLOADER,
    CHORD,
    FORMAT,
    GET,
    IN_RING,
    OPEN,
    PLUG,
    RESTART,
    Step,
    flash,
)

CHECK: Step = {"action": "check", "that": "system is stock", "ask": "The maker's name is shown"}
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


def second(does: str, **more: Any) -> Step:
    return {"action": "second", "program": "dock", "does": does, **more}


def app(does: str, name: str = "bootsmann-app", **more: Any) -> Step:
    return {"action": "app", "program": name, "does": does, **more}


def script(*parts: dict[str, Any]) -> Step:
    return {"action": "script", "file": "blob", "parts": list(parts)}


COURSE = [
    Hazard(
        "no backup before the point of no return",
        "undeclared-loss",
        (*IN_RING, FORMAT),
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
        "side effects not declared",
        "side-effect-not-declared",
        (get("root-pack"), *NEW_SYSTEM, RESTART),
        (get("root-pack"), *NEW_SYSTEM, RESTART),
        {**WITH_ROOT, "admission": OPEN},
        {**WITH_ROOT, "admission": OPEN, "loses": ("apps", "media", "root")},
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
]
