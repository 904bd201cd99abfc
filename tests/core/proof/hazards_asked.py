"""More hazards: questions of the phone, names of files, data made anew, losses beside the data."""

from typing import Any

from anleitung.core.documents.file_rules import Naming
from anleitung.core.documents.package import Content
from tests.core.proof.hazards import LOCKED, OPEN, Hazard
from tests.core.proof.small import (
    AT_BOOTLOADER,
    CHARGE,
    CHORD,
    FORMAT,
    GET,
    IN_RING,
    INSTALL,
    PLUG,
    RELOCK,
    RESTART,
    RING,
    UNLOCKABLE,
    Step,
    flash,
)

UNLOCK: Step = {"action": "unlock"}
KEYS = [
    {"id": "yes", "says": "press volume up", "does": "goes-on"},
    {"id": "no", "says": "press volume down", "does": "stays"},
]


def asks(after: str, **more: Any) -> dict[str, Any]:
    question = {"id": "really", "after": after, "ask": "Go on?", "answers": KEYS, **more}
    return {"device": {"questions": [question]}, "admission": LOCKED}


def answer(which: str) -> Step:
    return {"action": "answer", "question": "really", "answer": which}


TO_UNLOCK = (UNLOCKABLE, PLUG, CHORD, UNLOCK)
WANTS_OPEN = "not bootloader is locked"
OWN_SYSTEM = FORMAT, INSTALL
LOADER = {"content": Content(family="wattlaeufer", build="5.0", platform=13, on_data=True)}
CHOOSY = {
    "content": Content(
        family="wattlaeufer",
        build="5.0",
        platform=13,
        recovery="lotsenboot",
        data_by=("lotsenboot",),
    )
}
INTO_RECOVERY: Step = {"action": "enter", "mode": "recovery", "by": "chord"}
FIXED = {"naming": Naming(rule="fixed", fixed="update.zip", because="it looks for that name")}
RENAME: Step = {"action": "rename", "file": "wattlaeufer", "to": "update.zip"}
FUSE = {
    "device": {"hardware.fuse_trips": "unlock"},
    "admission": f"{LOCKED} and warranty is intact",
}
FILMS = {"device": {"unlocking.lowers_content": True}, "admission": LOCKED}
ALL = ("apps", "media", "warranty", "protected-content")

ASKED = [
    Hazard(
        "a question that nobody answers",
        "question-unanswered",
        (*TO_UNLOCK, CHORD),
        (*TO_UNLOCK, answer("yes"), CHORD),
        asks("unlock"),
    ),
    Hazard(
        "a question that answers itself with no",
        "flash-while-locked",
        (GET, CHARGE, *TO_UNLOCK, CHORD, flash("radio-m6", "radio")),
        (GET, CHARGE, *TO_UNLOCK, answer("yes"), CHORD, flash("radio-m6", "radio")),
        asks("unlock", usual="no", seconds=30),
    ),
    Hazard(
        "an answer to what was not asked",
        "nothing-asked",
        (PLUG, CHORD, answer("yes")),
        (*TO_UNLOCK, answer("yes")),
        asks("unlock"),
    ),
    Hazard(
        "an answer that the codename does not know",
        "no-such-question",
        (*TO_UNLOCK, answer("perhaps")),
        (*TO_UNLOCK, answer("no")),
        asks("unlock"),
    ),
    Hazard(
        "a file renamed that must keep its name",
        "file-of-another-name",
        (GET, RENAME, *AT_BOOTLOADER[1:], RING, FORMAT, INSTALL, RESTART),
        (*IN_RING, FORMAT, INSTALL, RESTART),
    ),
    Hazard(
        "a file that keeps its name and must be renamed",
        "file-of-another-name",
        (*IN_RING, FORMAT, INSTALL, RESTART),
        (GET, RENAME, *AT_BOOTLOADER[1:], RING, FORMAT, INSTALL, RESTART),
        {"packages": {"wattlaeufer": FIXED}},
    ),
    Hazard(
        "two files that want one fixed name",
        "file-not-at-hand",
        (GET, RENAME, {**RENAME, "file": "blob"}, *IN_RING[1:], FORMAT, INSTALL, RESTART),
        (GET, {**RENAME, "file": "blob"}, RENAME, *IN_RING[1:], FORMAT, INSTALL, RESTART),
        {"packages": {"wattlaeufer": FIXED, "blob": FIXED}},
    ),
    Hazard(
        "a file deleted before it is used",
        "file-not-at-hand",
        (GET, {"action": "delete", "file": "wattlaeufer", "place": "host"}, *IN_RING[1:], INSTALL),
        (*IN_RING, FORMAT, INSTALL, {"action": "delete", "file": "wattlaeufer", "place": "host"}),
    ),
    Hazard(
        "formatted after the install where before is needed",
        "part-on-data-gone",
        (*IN_RING, FORMAT, INSTALL, FORMAT, RESTART),
        (*IN_RING, FORMAT, INSTALL, RESTART),
        {"packages": {"wattlaeufer": LOADER}},
    ),
    Hazard(
        "formatted before the install where after is needed",
        "data-made-by-another-recovery",
        (*IN_RING, FORMAT, INSTALL, RESTART),
        (*IN_RING, FORMAT, INSTALL, INTO_RECOVERY, FORMAT, RESTART),
        {"packages": {"wattlaeufer": CHOOSY}},
    ),
    Hazard(
        "a warranty fuse that trips and is not told",
        "side-effect-not-declared",
        TO_UNLOCK,
        TO_UNLOCK,
        FUSE,
        {**FUSE, "loses": ALL},
    ),
    Hazard(
        "protected films in lower quality, and it is not told",
        "side-effect-not-declared",
        TO_UNLOCK,
        (*TO_UNLOCK, UNLOCKABLE, CHORD, RELOCK),
        FILMS,
    ),
    Hazard(
        "a ban that guards nothing",
        "guards-nothing",
        (*AT_BOOTLOADER, RESTART),
        (*AT_BOOTLOADER, RING),
        {"admission": f"{OPEN} and account is none"},
        {"admission": WANTS_OPEN},
    ),
    Hazard(
        "a slot of two left out",
        "below-rollback-index",
        (
            *AT_BOOTLOADER,
            *(flash(f, p) for f, p in (("radio-m6", "radio"), ("firmware-m6", "firmware"))),
            *(RING, FORMAT, INSTALL, RESTART),
        ),
        (
            *AT_BOOTLOADER,
            {
                "action": "each-slot",
                "steps": [
                    {"id": "r", **flash("radio-m6", "radio", "each")},
                    {"id": "f", **flash("firmware-m6", "firmware", "each")},
                ],
            },
            *(RING, FORMAT, INSTALL, RESTART),
        ),
        {
            "admission": OPEN.replace(
                "every slot: base is PS-12.4.7-KU.r3",
                "base is PS-12.4.7-KU.r3 and every slot: base >= PS-12.1.0-KU.r1",
            ),
        },
    ),
]
