"""Situations of host tools: missing, blind, on the wrong computer, or with a wrong switch."""

from typing import Any

from anleitung.core.documents.tool import Tool
from tests.core.proof.hazards import BACK, Hazard
from tests.core.proof.situations import AT_HOME, FROM_OFF, NEW_SYSTEM, OWN_HOME, get
from tests.core.proof.small import INSTALL, OPEN, PLUG, RESTART, STOCK, Step, extra

HOSTS = [{"id": h, "name": h.capitalize()} for h in ("faehre", "kogge", "ewer")]
SLOTS = [
    {"id": "main", "name": "System", "takes": "the system image", "writes": ["system"]},
    {"id": "modem", "name": "Funkteil", "takes": "the radio image", "writes": ["radio"]},
    {"id": "free", "name": "Beigabe", "takes": "what says itself where it goes"},
]
SWITCHES = [
    {"id": "restart", "name": "Restart at the end", "right": "off", "why": "w", "does": "restart"},
    {"id": "table", "name": "Table", "right": "off", "why": "w", "does": "repartition"},
    {"id": "lock", "name": "Lock after", "right": "off", "why": "w", "does": "lock"},
    {"id": "data", "name": "Take data", "right": "off", "why": "w", "does": "wipe-data"},
    {"id": "keep", "name": "Keep data", "right": "on", "why": "w", "does": "keep-data"},
    {"id": "all", "name": "Calibration", "right": "off", "why": "w", "does": "unique"},
]


def schleuse(*, kept: str = "", driver: str = "", **more: Any) -> Tool:
    switches = [s | {"kept": s["id"] == kept} for s in SWITCHES]
    hosts = [h | ({"driver": driver} if driver and h["id"] == "faehre" else {}) for h in HOSTS]
    window = {"slots": SLOTS, "options": switches, "starts_by": "a button", "worked": "done"}
    plain = {"id": "schleuse", "name": "Schleuse", "hosts": hosts, "window": window, **more}
    return Tool.model_validate(plain)


def tool(**more: Any) -> dict[str, Any]:
    return {
        "tools": (schleuse(**more),),
        "files": (MODEM,),
        "device": {"modes": [{"mode": m, "told_apart_by": "words"} for m in MODES]},
    }


MODES = ("bootloader", "recovery", "download", "emergency")
MODEM = extra("modem", "firmware", STOCK, writes=["radio"])
DOWNLOAD: Step = {"action": "enter", "mode": "download", "by": "chord"}
BY_WINDOW = (get("modem"), {"action": "charge"}, PLUG, DOWNLOAD)


def load(file: str = "modem", slot: str = "modem", **options: str) -> Step:
    return {"action": "write-window", "tool": "schleuse", "files": {slot: file}, "options": options}


TOOLS = [
    Hazard(
        "wipe-and-lock over a foreign system",
        "foreign-image-while-locked",
        (*BY_WINDOW, load(lock="on")),
        (*BY_WINDOW, load(lock="off")),
        tool() | {"admission": OPEN.replace("system is stock", "system is wattlaeufer")},
    ),
    Hazard(
        "keep-data where a wipe is needed",
        "data-of-another-system",
        (*NEW_SYSTEM[:-2], INSTALL, RESTART),
        (*NEW_SYSTEM, RESTART),
    ),
    Hazard(
        "the data-resetting file in place of the keeping one",
        "undeclared-loss",
        (*BY_WINDOW, load()),
        (*BY_WINDOW, load()),
        tool()
        | {
            "files": (extra("modem", "firmware", STOCK, writes=["radio"], takes_data=True),),
            "loses": (),
        },
        tool() | {"loses": ()},
    ),
    Hazard(
        "the switch for keeping the data turned off",
        "undeclared-loss",
        (*BY_WINDOW, load(keep="off")),
        (*BY_WINDOW, load(keep="on")),
        tool() | {"loses": ()},
    ),
    Hazard(
        "a switch that takes the data",
        "undeclared-loss",
        (*BY_WINDOW, load(data="on")),
        (*BY_WINDOW, load(data="off")),
        tool() | {"loses": ()},
    ),
    Hazard(
        "a switch that writes the calibration of another phone",
        "unique-partition-touched",
        (*BY_WINDOW, load(all="on")),
        (*BY_WINDOW, load(all="off")),
        tool(),
    ),
    Hazard(
        "automatic restart left on in the tool",
        "recovery-refuses",
        (
            get("ring-load", "stock-system"),
            *BY_WINDOW,
            load("ring-load", "free", restart="on"),
            FROM_OFF,
            BACK,
        ),
        (
            get("ring-load", "stock-system"),
            *BY_WINDOW,
            load("ring-load", "free", restart="off"),
            FROM_OFF,
            BACK,
        ),
        {
            **AT_HOME,
            **tool(),
            "device": {**OWN_HOME, **tool()["device"]},
            "files": (
                MODEM,
                extra(
                    "ring-load",
                    "recovery",
                    {"family": "ring", "build": "3.2", "recovery": "ring"},
                    writes=["recovery"],
                ),
            ),
        },
    ),
]
