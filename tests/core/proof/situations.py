"""Situations of recoveries, packages, tools and the course: each with the slip and without it.

The name of a situation stands in docs/situations.md, with the finding that catches it.
"""

from typing import Any

from anleitung.core.documents.package import Content, Package
from anleitung.core.documents.program import Program
from tests.core.proof.hazards import BACK, Hazard
from tests.core.proof.small import (
    AT_BOOTLOADER,
    FORMAT,
    IN_RING,
    INSTALL,
    OPEN,
    RESTART,
    STOCK,
    Step,
    extra,
    parts,
)


def program(id_: str, kind: str, **more: Any) -> Program:
    return Program.model_validate({"id": id_, "name": id_.capitalize(), "kind": kind, **more})


def recovery(id_: str = "rettungsring", **more: Any) -> dict[str, Any]:
    return {"programs": (program(id_, "recovery", **more),)}


def install(file: str, source: str = "sideload", **more: Any) -> Step:
    return {"action": "install", "file": file, "source": source, **more}


def get(*files: str) -> Step:
    return {"action": "obtain", "files": list(files), "verify": True}


FROM_OFF: Step = {"action": "enter", "mode": "recovery", "by": "chord"}
UPDATES_OFF: Step = {"action": "switch", "setting": "recovery-update", "to": "off"}
KEEP: Step = {"action": "keep-recovery"}
NEW_SYSTEM = (*IN_RING, FORMAT, INSTALL)
# The same phone with a partition of its own for the recovery, and a system that puts its own back.
OWN_HOME = {
    "layout.partitions": [*parts(), {"name": "recovery", "role": "recovery"}],
    "stock.restores_recovery": True,
    "layout.slots": "single",
}
ONE_SLOT = OPEN.replace("every slot: ", "").replace(" and update is none", "")
RING_IMAGE = extra("ring-image", "recovery", {"family": "ring", "build": "3.2", "recovery": "ring"})
FROM_STOCK = {"installed_by": ("ring",)}
AT_HOME: dict[str, Any] = {
    "device": OWN_HOME,
    "admission": ONE_SLOT,
    "files": (RING_IMAGE,),
    **recovery("ring"),
    "packages": {"stock-system": FROM_STOCK},
}
BASE = extra("base-pack", "firmware", STOCK, writes=["radio"], installed_by=["rettungsring"])
MODERN = Content(family="wattlaeufer", build="5.0", platform=13, forces_encryption=True)
SECRET = {"wattlaeufer": {"content": MODERN}}
RELEASE = extra("freilauf", "encryption-release", installed_by=["rettungsring"])
ROOTED = extra(
    "rooted",
    "root",
    {"family": "stock", "signer": "other", "root": "bootsmann", "build": STOCK["build"]},
)
PATCH = extra(
    "root-pack",
    "root",
    {"family": "stock", "signer": "other", "root": "bootsmann", "build": STOCK["build"]},
    writes=["ramdisk"],
    installed_by=["rettungsring"],
)
ADD_ON: dict[str, Any] = {"installed_by": ["rettungsring"]}


def add_on(**more: Any) -> Package:
    content = {"family": "wattlaeufer", "build": "5.0"}
    return extra("beiboot", "add-on", content, writes=["product"], **ADD_ON, **more)


WITH = "beiboot"
PLACED: Step = {"action": "place", "file": WITH, "by": "copied"}
AGREED = (
    {"action": "switch", "setting": "debugging", "to": "on"},
    {"action": "connect", "confirm": True},
)


RECOVERY = [
    Hazard(
        "booted once and gone after a restart",
        "temporary-recovery-gone",
        (*IN_RING, RESTART, FROM_OFF, BACK),
        (*IN_RING, KEEP, RESTART, FROM_OFF, BACK),
        recovery(),
    ),
    Hazard(
        "a modified recovery refuses a stock incremental update",
        "recovery-refuses",
        (get("step-pack"), *IN_RING, install("step-pack")),
        (get("step-pack"), *AT_BOOTLOADER, FROM_OFF, install("step-pack")),
        {
            "files": (
                extra("step-pack", "system", STOCK, installed_by=["stock"], writes=["system"]),
            )
        },
    ),
    Hazard(
        "a plain recovery that must not be given firmware",
        "recovery-refuses",
        (get("base-pack"), *IN_RING, install("base-pack")),
        (get("base-pack"), *IN_RING, install("base-pack")),
        {"files": (BASE,), **recovery(refuses=["firmware"])},
        {"files": (BASE,), **recovery()},
    ),
    Hazard(
        "a system update that replaces the recovery",
        "recovery-refuses",
        (*IN_RING, KEEP, FORMAT, INSTALL, RESTART, FROM_OFF, BACK),
        (*IN_RING, FORMAT, INSTALL, KEEP, RESTART, FROM_OFF, BACK, FORMAT),
        recovery(),
    ),
    Hazard(
        "a system update that replaces the recovery while a setting is on",
        "recovery-refuses",
        (*IN_RING, KEEP, FORMAT, INSTALL, RESTART, FROM_OFF, BACK),
        (UPDATES_OFF, *IN_RING, KEEP, FORMAT, INSTALL, RESTART, FROM_OFF, BACK, FORMAT),
        recovery(),
    ),
    Hazard(
        "the same word takes media in another recovery",
        "undeclared-loss",
        (*IN_RING, {"action": "menu", "word": "Reset"}),
        (*IN_RING, {"action": "menu", "word": "Reset"}),
        {"loses": ("apps",), **recovery(words=[{"says": "Reset", "does": "wipe-user-data"}])},
        {"loses": ("apps",), **recovery(words=[{"says": "Reset", "does": "wipe-apps"}])},
    ),
]

PACKAGES = [
    Hazard(
        "add-on of a size that does not fit",
        "image-too-large",
        (get(WITH), *NEW_SYSTEM, install(WITH)),
        (get(WITH), *NEW_SYSTEM, install(WITH)),
        {
            "files": (add_on(unpacked_size=5_000),),
            "device": {"layout.partitions": parts(product={"size": 4_000})},
        },
        {"files": (add_on(unpacked_size=5_000),)},
    ),
    Hazard(
        "a card in a recovery that reads none",
        "storage-not-readable",
        (*AGREED, get(WITH), {**PLACED, "to": "card"}, *IN_RING, install(WITH, "card")),
        (*AGREED, get(WITH), {**PLACED, "to": "card"}, *IN_RING, install(WITH, "card")),
        {"files": (add_on(),), **recovery(reads_card=False)},
        {"files": (add_on(),), **recovery()},
    ),
]
