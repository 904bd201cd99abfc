"""Small procedures on the demo's palstek: a handful of steps, and documents with a few changes."""

from hashlib import sha256
from typing import Any

from anleitung.core.documents.package import Package
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.prove import prove
from anleitung.demo.examples import common, small_bundle
from tests.core.bundles import bundle

Step = dict[str, Any]
FULL = bundle("clean-install")
# An open phone on the newest base that the files bring, so that nothing else is in the way.
OPEN: str = common()["admission"]
STEPS: dict[str, Step] = common()["steps"]
FILES: list[str] = STEPS["get"]["files"]

GET = STEPS["get"]
CHARGE = STEPS["charge"]
PLUG = STEPS["plug"]
CHORD = STEPS["bootloader"]
RING = STEPS["ring"]
RESTART = STEPS["restart"]
FORMAT = STEPS["format"]
UNLOCKABLE = STEPS["allow-unlocking"]
LOCK_OFF = STEPS["screen-lock-off"]
INSTALL = STEPS["install"]
RELOCK = STEPS["relock"]
AT_BOOTLOADER = (GET, CHARGE, PLUG, CHORD)
IN_RING = (*AT_BOOTLOADER, RING)


def flash(file: str, partition: str, where: str = "running") -> Step:
    return {"action": "flash", "file": file, "partition": partition, "where": where}


def extra(id_: str, role: str, content: dict[str, Any] | None = None, **more: Any) -> Package:
    value = {"id": id_, "name": f"{id_}.img", "role": role, "size": 1_000}
    value |= {"sha256": sha256(id_.encode()).hexdigest()}
    return Package.model_validate(value | {"content": content} | more)


# The maker's own images of two releases, for the way back.
STOCK = {"family": "stock", "signer": "maker", "build": "PS-12.4.7-KU.r3", "platform": 12}
OLD = {"family": "stock", "signer": "maker", "build": "PS-12.2.0-KU.r1"}


def small(*steps: Step, **setting: Any) -> Bundle:
    """See ``small_bundle``; files, programs and tools may be documents."""
    return small_bundle(steps, **setting)


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
