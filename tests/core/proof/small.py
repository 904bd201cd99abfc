"""Small procedures on the demo's palstek: a handful of steps, and documents with a few changes."""

from typing import Any

from anleitung.core.documents.device import Device
from anleitung.core.documents.package import Package
from anleitung.core.documents.program import Program
from anleitung.core.documents.tool import Tool
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.proof.prove import prove
from tests.core.bundles import bundle

Step = dict[str, Any]
FULL = bundle("clean-install")
# An open phone on the newest base that the files bring, so that nothing else is in the way.
OPEN = (
    "bootloader is unlocked and every slot: base is PS-12.4.7-KU.r3 and update is none "
    "and variant is M6 and carrier is open and system is stock"
)
EXTRA_FILES = ("stock-system", "stock-ramdisk", "old-radio", "old-kernel", "own-key", "own-ramdisk")
FILES = [*(p.id for p in FULL.packages), *EXTRA_FILES, "blob"]

GET: Step = {"action": "obtain", "files": FILES, "verify": True}
CHARGE: Step = {"action": "charge"}
PLUG: Step = {"action": "connect"}
CHORD: Step = {"action": "enter", "mode": "bootloader", "by": "chord"}
RING: Step = {"action": "boot-once", "file": "rettungsring"}
RESTART: Step = {"action": "restart", "duration": {"usual": [10, 20], "give_up": 90}}
FORMAT: Step = {"action": "format-data"}
UNLOCKABLE: Step = {"action": "switch", "setting": "unlock-switch", "to": "on"}
LOCK_OFF: Step = {"action": "remove", "what": "screen-lock"}
SIGN_OUT: Step = {"action": "remove", "what": "account"}
INSTALL: Step = {"action": "install", "file": "wattlaeufer", "source": "sideload"}
RELOCK: Step = {"action": "relock"}
AT_BOOTLOADER = (GET, CHARGE, PLUG, CHORD)
IN_RING = (*AT_BOOTLOADER, RING)


def flash(file: str, partition: str, where: str = "running") -> Step:
    return {"action": "flash", "file": file, "partition": partition, "where": where}


def extra(id_: str, role: str, content: dict[str, Any] | None = None, **more: Any) -> Package:
    value = {"id": id_, "name": f"{id_}.img", "role": role, "size": 1_000, "sha256": "ab" * 32}
    return Package.model_validate(value | {"content": content} | more)


# The maker's own images of two releases, for the way back.
STOCK = {"family": "stock", "signer": "maker", "build": "PS-12.4.7-KU.r3", "platform": 12}
OLD = {"family": "stock", "signer": "maker", "build": "PS-12.2.0-KU.r1"}
EXTRAS = (
    extra(
        "stock-system",
        "other",
        STOCK,
        writes=["boot", "ramdisk", "vendor", "system", "product", "verity"],
        installed_by=["rettungsring"],
    ),
    extra("stock-ramdisk", "ramdisk", STOCK),
    extra("old-radio", "firmware", OLD),
    extra("old-kernel", "kernel", OLD),
    extra("own-key", "key"),
    extra(
        "own-ramdisk",
        "ramdisk",
        {"family": "stock", "signer": "own", **{k: STOCK[k] for k in ("build", "platform")}},
    ),
    extra("blob", "other", STOCK),
)


def small(
    *steps: Step,
    admission: str = OPEN,
    loses: tuple[str, ...] = ("apps", "media"),
    device: dict[str, Any] | None = None,
    packages: dict[str, dict[str, Any]] | None = None,
    files: tuple[Package, ...] = (),
    programs: tuple[Program, ...] = (),
    tools: tuple[Tool, ...] = (),
    promise: str = "not mode is dead",
) -> Bundle:
    """device: fields of the codename to change, those of parts under a dotted name.

    files, programs, tools: documents beside those that are always there.
    """
    numbered = [{"id": f"s{i}", **step} for i, step in enumerate(steps, 1)]
    changed = packages or {}
    held = tuple(
        p.model_copy(update=changed.get(p.id, {})) for p in (*FULL.packages, *EXTRAS, *files)
    )
    plain = FULL.guide.model_dump(mode="python") | {
        "admission": admission,
        "promise": {"holds": [promise], "loses": list(loses)},
        "options": [],
        "files": [p.id for p in held],
        "programs": [p.id for p in programs],
        "tools": [*(t.id for t in tools), *FULL.guide.tools],
        "steps": numbered,
    }
    return Bundle(
        Guide.model_validate(plain),
        changed_device(device or {}),
        FULL.builds,
        held,
        (*tools, *FULL.tools),
        FULL.schemes,
        programs,
    )


def changed_device(change: dict[str, Any]) -> Device:
    plain = FULL.device.model_dump(mode="json", exclude_defaults=True)
    for name, value in change.items():
        part, _, field = name.partition(".")
        if field:
            plain[part] = {**plain.get(part, {}), field: value}
        else:
            plain[part] = value
    return Device.model_validate(plain)


def parts(**more: dict[str, Any]) -> list[dict[str, Any]]:
    """The partitions of the codename, with more said of some of them."""
    plain = FULL.device.layout.model_dump(mode="json", exclude_defaults=True)["partitions"]
    return [p | more.get(p["name"], {}) for p in plain]


def told(of: Bundle) -> set[tuple[str, str]]:
    """(finding, step) of all that is found."""
    return {(f.id, f.step) for f in prove(of).findings}


# A phone whose system lies in a container and is written in a mode of its own.
MODES = [
    {"mode": m, "told_apart_by": "words"}
    for m in ("bootloader", "recovery", "userspace", "emergency")
]
INNER = {
    "layout.partitions": parts(system={"inner": True}),
    "layout.container": "space",
    "modes": MODES,
}
