"""Situations of recoveries, packages, tools and the course: each with the slip and without it.

The name of a situation stands in docs/situations.md, with the finding that catches it.
"""

from typing import Any

from anleitung.core.documents.package import Content, Package
from anleitung.core.documents.program import Program
from tests.core.proof.hazards import BACK, Hazard
from tests.core.proof.small import (
    AT_BOOTLOADER,
    CHORD,
    FORMAT,
    GET,
    IN_RING,
    INSTALL,
    OPEN,
    RESTART,
    RING,
    STOCK,
    Step,
    extra,
    flash,
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
ITSELF = {"id": "itself", "says": "Install yourself afterwards", "effect": "installs-itself"}
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
DECLARED = ("apps", "media", "root")


RECOVERY = [
    Hazard(
        "no recovery partition, so it can only be booted once",
        "temporary-recovery-gone",
        (*IN_RING, FORMAT, RESTART, FROM_OFF, INSTALL),
        (*IN_RING, FORMAT, INSTALL),
        recovery(),
    ),
    Hazard(
        "booted once and gone after a restart",
        "temporary-recovery-gone",
        (*IN_RING, RESTART, FROM_OFF, BACK),
        (*IN_RING, KEEP, RESTART, FROM_OFF, BACK),
        recovery(),
    ),
    Hazard(
        "the stock system writes its own recovery back at the first normal start",
        "recovery-refuses",
        (
            get("ring-image"),
            *AT_BOOTLOADER,
            flash("ring-image", "recovery"),
            RESTART,
            FROM_OFF,
            BACK,
        ),
        (get("ring-image"), *AT_BOOTLOADER, flash("ring-image", "recovery"), FROM_OFF, BACK),
        AT_HOME,
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
        (*IN_RING, FORMAT, INSTALL, KEEP, RESTART, FROM_OFF, BACK),
        recovery(),
    ),
    Hazard(
        "a system update that replaces the recovery while a setting is on",
        "recovery-refuses",
        (*IN_RING, KEEP, FORMAT, INSTALL, RESTART, FROM_OFF, BACK),
        (UPDATES_OFF, *IN_RING, KEEP, FORMAT, INSTALL, RESTART, FROM_OFF, BACK),
        recovery(),
    ),
    Hazard(
        "a recovery that wants encryption released or the system will not start",
        "encryption-not-released",
        (*NEW_SYSTEM, KEEP, RESTART),
        (get("freilauf"), *NEW_SYSTEM, KEEP, install("freilauf"), RESTART),
        {"packages": SECRET, "files": (RELEASE,), **recovery(wants_release=True)},
    ),
    Hazard(
        "a recovery option left on that writes over the root just installed",
        "root-overwritten",
        (get("root-pack"), *IN_RING, install("root-pack")),
        (get("root-pack"), *IN_RING, install("root-pack", options={"itself": "off"})),
        {"files": (PATCH,), **recovery(options=[ITSELF])},
    ),
    Hazard(
        "the same word takes media in another recovery",
        "undeclared-loss",
        (*IN_RING, {"action": "menu", "word": "Reset"}),
        (*IN_RING, {"action": "menu", "word": "Reset"}),
        {"loses": ("apps",), **recovery(words=[{"says": "Reset", "does": "wipe-user-data"}])},
        {"loses": ("apps",), **recovery(words=[{"says": "Reset", "does": "wipe-apps"}])},
    ),
    Hazard(
        "a menu word that the recovery does not have",
        "no-such-word",
        (*IN_RING, {"action": "menu", "word": "Start anew"}),
        (*IN_RING, {"action": "menu", "word": "Reset"}),
        recovery(words=[{"says": "Reset", "does": "nothing"}]),
    ),
    Hazard(
        "a recovery older than the package wants",
        "recovery-too-old",
        NEW_SYSTEM,
        NEW_SYSTEM,
        {"packages": {"wattlaeufer": {"least_recovery": "3.2"}}, **recovery(version="3.1")},
        {"packages": {"wattlaeufer": {"least_recovery": "3.2"}}, **recovery(version="3.10")},
    ),
]

PACKAGES = [
    Hazard(
        "add-ons after the first start instead of before",
        "add-on-too-late",
        (get(WITH), *NEW_SYSTEM, RESTART, CHORD, RING, install(WITH)),
        (get(WITH), *NEW_SYSTEM, install(WITH), RESTART),
        {"files": (add_on(before_first_start=True),)},
    ),
    Hazard(
        "add-on for another platform",
        "demand-not-met",
        (get(WITH), *NEW_SYSTEM, install(WITH)),
        (get(WITH), *NEW_SYSTEM, install(WITH)),
        {"files": (add_on(platforms=[12]),)},
        {"files": (add_on(platforms=[13]),)},
    ),
    Hazard(
        "add-on for another processor family",
        "package-for-another-processor",
        (get(WITH), *NEW_SYSTEM, install(WITH)),
        (get(WITH), *NEW_SYSTEM, install(WITH)),
        {
            "files": (add_on(processors=["long"]),),
            "device": {
                "variants": [
                    {"id": v, "told_apart_by": "sticker", "processor": "short"}
                    for v in ("M6", "K6")
                ]
            },
        },
        {"files": (add_on(processors=["long"]),)},
    ),
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
        "partition not mounted when written",
        "partition-not-mounted",
        (get(WITH), *NEW_SYSTEM, install(WITH)),
        (get(WITH), *NEW_SYSTEM, {"action": "mount", "partition": "product"}, install(WITH)),
        {"files": (add_on(needs_mounted=["product"]),)},
    ),
    Hazard(
        "storage not readable in recovery, so the file must come another way",
        "storage-not-readable",
        (*AGREED, get(WITH), PLACED, *IN_RING, install(WITH, "internal")),
        (*AGREED, get(WITH), *IN_RING, install(WITH)),
        {
            "files": (add_on(),),
            "device": {"stock.encrypts_data": True},
            **recovery(decrypts=False),
        },
    ),
    Hazard(
        "a storage that is closed by its password",
        "storage-closed",
        (*AGREED, get(WITH), PLACED, *IN_RING, install(WITH, "internal")),
        (
            *AGREED,
            get(WITH),
            PLACED,
            *IN_RING,
            {"action": "open-storage"},
            install(WITH, "internal"),
        ),
        {"files": (add_on(),), "device": {"stock.encrypts_data": True}, **recovery()},
    ),
    Hazard(
        "a card in a recovery that reads none",
        "storage-not-readable",
        (*AGREED, get(WITH), {**PLACED, "to": "card"}, *IN_RING, install(WITH, "card")),
        (*AGREED, get(WITH), {**PLACED, "to": "card"}, *IN_RING, install(WITH, "card")),
        {"files": (add_on(),), **recovery(reads_card=False)},
        {"files": (add_on(),), **recovery()},
    ),
    Hazard(
        "forbidden way of transfer",
        "forbidden-way",
        (*AGREED, get(WITH), PLACED),
        (*AGREED, get(WITH), {**PLACED, "by": "pushed"}),
        {"files": (add_on(forbidden=[{"way": "copied", "because": "it cuts the end off"}]),)},
    ),
    Hazard(
        "card slot missing",
        "no-card-slot",
        (*AGREED, get(WITH), {**PLACED, "to": "card"}),
        (*AGREED, get(WITH), PLACED),
        {"files": (add_on(),), "device": {"hardware.card_slot": False}},
    ),
    Hazard(
        "an inner package unpacked that must not be",
        "file-unpacked",
        (GET, {"action": "unpack", "file": "wattlaeufer"}, *IN_RING[1:], FORMAT, INSTALL),
        NEW_SYSTEM,
        {"packages": {"wattlaeufer": {"unpack": "never"}}},
    ),
    Hazard(
        "an inner package not unpacked that must be",
        "file-not-unpacked",
        NEW_SYSTEM,
        (GET, {"action": "unpack", "file": "wattlaeufer"}, *IN_RING[1:], FORMAT, INSTALL),
        {"packages": {"wattlaeufer": {"unpack": "before"}}},
    ),
]
