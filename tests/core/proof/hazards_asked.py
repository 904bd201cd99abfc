"""More hazards: questions of the phone, names of files, data made anew, losses beside the data."""

from typing import Any

from anleitung.core.documents.file_rules import Naming
from anleitung.core.documents.package import Content
from tests.core.proof.hazards import LOCKED, OPEN, Hazard
from tests.core.proof.small import (
    AT_BOOTLOADER,
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
CHOOSY = {
    "content": Content(
        family="wattlaeufer",
        build="5.0",
        platform=13,
        recovery="lotsenboot",
        data_by=("lotsenboot",),
    )
}
FIXED = {"naming": Naming(rule="fixed", fixed="update.zip", because="it looks for that name")}
RENAME: Step = {"action": "rename", "file": "wattlaeufer", "to": "update.zip"}
FILMS = {"device": {"unlocking.lowers_content": True}, "admission": LOCKED}
ALL = ("apps", "media", "warranty", "protected-content")

ASKED = [
    Hazard(
        "a file that keeps its name and must be renamed",
        "file-of-another-name",
        (*IN_RING, FORMAT, INSTALL, RESTART),
        (GET, RENAME, *AT_BOOTLOADER[1:], RING, FORMAT, INSTALL, RESTART),
        {"packages": {"wattlaeufer": FIXED}},
    ),
    Hazard(
        "a file deleted before it is used",
        "file-not-at-hand",
        (GET, {"action": "delete", "file": "wattlaeufer", "place": "host"}, *IN_RING[1:], INSTALL),
        (*IN_RING, FORMAT, INSTALL, {"action": "delete", "file": "wattlaeufer", "place": "host"}),
    ),
    Hazard(
        "protected films in lower quality, and it is not told",
        "side-effect-not-declared",
        TO_UNLOCK,
        (*TO_UNLOCK, UNLOCKABLE, CHORD, RELOCK),
        FILMS,
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
