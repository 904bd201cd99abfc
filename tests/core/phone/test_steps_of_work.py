"""What steps of tools, recoveries, apps and second systems do to one phone, and nothing else."""

from typing import Any

import pytest

from anleitung.core.phone.actions.second import proposed_room
from tests.core.phone.walk import phone, take, with_slots
from tests.core.proof.random_guides import small_base

BASE = small_base()
OPEN = {"bootloader": "unlocked"}
IN_RING = {"mode": "recovery", "running": "rettungsring", "temporary": "running"}
READY = {"mode": "bootloader", "link": "cable", "host.radio-m6": "checked", "driver": "there"}
ACTIVE = {"app.winde": "active", "second.state": "empty", "second.size": 400_000}
KASTEN = {"action": "write-window", "tool": "kasten", "files": {"base": "radio-m6"}}
RADIO = {
    "cur.radio.build": "PS-12.4.7-KU.r3",
    "cur.radio.fits": "M6",
    "cur.radio.unread": True,
    "cur.radio.package": "radio-m6",
    "cur.seen-to-start": False,
    "cur.stood": "written",
}


@pytest.mark.parametrize(
    ("step", "start", "slots", "after"),
    [
        (
            {"action": "clear-link"},
            {"other-program": "holds-the-link"},
            {},
            {"other-program": "none"},
        ),
        (
            {"action": "install-driver", "file": "wattlaeufer"},
            {"driver": "none"},
            {"host.wattlaeufer": "checked"},
            {"driver": "there"},
        ),
        ({"action": "see-phone", "tool": "lotse"}, {}, {"link": "cable"}, {"host-sees": "yes"}),
        (
            {"action": "disconnect", "what": "cable"},
            {},
            {"link": "confirmed", "host-sees": "yes"},
            {"link": "none", "host-sees": "no"},
        ),
        (
            {"action": "unpack", "file": "radio-m6"},
            {},
            {"host.radio-m6": "checked"},
            {"packed.radio-m6": "unpacked"},
        ),
        (
            {"action": "rename", "file": "radio-m6", "to": "base.img"},
            {},
            {"host.radio-m6": "checked"},
            {"called.radio-m6": "base.img"},
        ),
        (
            {"action": "delete", "file": "radio-m6", "place": "host"},
            {},
            {"host.radio-m6": "checked"},
            {"host.radio-m6": "absent"},
        ),
        ({"action": "wait", "until": "it is done"}, {}, {}, {}),
        ({"action": "open-storage"}, {}, IN_RING, {"storage": "open"}),
        (
            {"action": "switch", "setting": "recovery-update", "to": "off"},
            {},
            {},
            {"recovery-update": "off"},
        ),
        (
            {**KASTEN, "options": {"table": "off"}},
            {**OPEN, "base": "PS-12.4.1-KU.r2"},
            READY,
            RADIO | {"set.kasten.table": "off"},
        ),
        (
            {"action": "keep-recovery"},
            OPEN,
            IN_RING,
            {
                "cur.ramdisk.recovery": "rettungsring",
                "cur.ramdisk.signer": "other",
                "cur.ramdisk.changed": "rettungsring",
                "temporary": "none",
                "cur.seen-to-start": False,
            },
        ),
        (
            {"action": "menu", "word": "Reset"},
            {**OPEN, "screen-lock": "none", "account": "none", "unlock-switch": "on"},
            IN_RING,
            {
                "apps": "gone",
                "data.state": "empty",
                "data.family": "none",
                "data.platform": "none",
                "data.build": "none",
                "auto-update": "on",
                "own.card": "none",
                "own.winde.cache": "full",
            },
        ),
        (
            {"action": "app", "program": "winde", "does": "install"},
            {},
            {"app.winde": "offered"},
            {"app.winde": "installed"},
        ),
        (
            {"action": "app", "program": "winde", "does": "open"},
            {},
            {"app.winde": "installed"},
            {"app.winde": "waiting"},
        ),
        (
            {"action": "app", "program": "winde", "does": "give-root"},
            {**OPEN, "root": "present"},
            {"app.winde": "active"},
            {"granted.winde": "yes"},
        ),
        (
            {"action": "app", "program": "winde", "does": "set", "option": "deep", "to": "on"},
            {},
            {"app.winde": "active"},
            {"set.winde.deep": "on"},
        ),
        (
            {
                "action": "write-from-system",
                "program": "winde",
                "partition": "radio",
                "file": "radio-m6",
            },
            {**OPEN, "base": "PS-12.4.1-KU.r2"},
            {
                "app.winde": "active",
                "granted.winde": "yes",
                "internal.radio-m6": "there",
                "cur.ramdisk.root": "present",
            },
            RADIO,
        ),
        (
            {"action": "second", "program": "winde", "does": "create", "size": 900_000},
            {},
            {"app.winde": "active"},
            {"second.state": "empty", "second.size": 900_000},
        ),
        (
            {"action": "second", "program": "winde", "does": "install", "file": "wattlaeufer"},
            {},
            {**ACTIVE, "internal.wattlaeufer": "there"},
            {"second.state": "there", "second.family": "wattlaeufer"},
        ),
        (
            {"action": "second", "program": "winde", "does": "start"},
            {},
            {**ACTIVE, "second.state": "there"},
            {"which": "second"},
        ),
        (
            {"action": "second", "program": "winde", "does": "switch-off"},
            {},
            {**ACTIVE, "second.state": "there", "second.family": "kiebitz", "which": "second"},
            {"second.state": "off", "second.family": "none", "which": "first"},
        ),
    ],
    ids=lambda value: value.get("action", "") if isinstance(value, dict) else "",
)
def test_done_and_nothing_else_changes(
    step: dict[str, Any], start: dict[str, str], slots: dict[str, Any], after: dict[str, Any]
) -> None:
    view = with_slots(phone(BASE, start), slots)
    before = dict(view.state)
    assert take(view, BASE, **step) == ""
    changed = {s: v for s, v in view.state.items() if before[s] != v or s in after}
    assert changed == after


@pytest.mark.parametrize(
    ("step", "start", "slots", "finding"),
    [
        ({**KASTEN, "options": {"table": "on"}}, OPEN, READY, "repartition-without-layout"),
        (KASTEN, OPEN, {**READY, "set.kasten.table": "on"}, "repartition-without-layout"),
        (KASTEN, OPEN, {**READY, "mode": "recovery"}, "wrong-mode"),
        ({**KASTEN, "files": {"attic": "radio-m6"}}, OPEN, READY, "no-such-file-slot"),
        ({**KASTEN, "tool": "lotse"}, OPEN, READY, "no-such-window"),
        ({"action": "keep-recovery"}, {}, IN_RING, "flash-while-locked"),
        (
            {"action": "keep-recovery"},
            OPEN,
            {"mode": "recovery", "running": "x"},
            "recovery-cannot-stay",
        ),
        ({"action": "menu", "word": "Anew"}, OPEN, {**IN_RING, "running": "x"}, "no-such-word"),
        ({"action": "app", "program": "nobody", "does": "open"}, {}, {}, "no-such-app"),
        ({"action": "mount", "partition": "nowhere"}, {}, IN_RING, "no-such-partition"),
        ({"action": "disconnect", "what": "battery"}, {}, {}, "battery-built-in"),
        (
            {"action": "second", "program": "winde", "does": "leave"},
            {},
            {"app.winde": "active"},
            "second-not-there",
        ),
    ],
)
def test_refused(
    step: dict[str, Any], start: dict[str, str], slots: dict[str, Any], finding: str
) -> None:
    assert take(with_slots(phone(BASE, start), slots), BASE, **step) == finding


def test_root_offers_its_manager_and_one_more_restart_makes_it_ready() -> None:
    view = phone(BASE, {**OPEN, "root": "present"})
    assert take(view, BASE, action="restart") == ""
    assert view.state["app.winde"] == "offered"
    take(view, BASE, action="app", program="winde", does="install")
    take(view, BASE, action="app", program="winde", does="open")
    assert view.state["app.winde"] == "waiting"
    take(view, BASE, action="restart")
    assert view.state["app.winde"] == "active"


@pytest.mark.parametrize(
    ("unpacked", "room"), [(1, 100_000_000), (500_000_000, 600_000_000), (500_000_001, 700_000_000)]
)
def test_room_is_proposed_with_a_fifth_to_spare(unpacked: int, room: int) -> None:
    assert proposed_room(unpacked) == room
