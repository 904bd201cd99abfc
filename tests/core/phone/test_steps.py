"""Every action on one phone: what it demands, and what it leaves behind."""

from typing import Any

import pytest

from anleitung.core.phone.world import NO_NEED
from tests.core.bundles import LOST, bundle
from tests.core.phone.walk import IN_BOOTLOADER, IN_RETTUNGSRING, UNLOCKED, phone, take, with_slots

GUIDE = bundle("clean-install")
UNLOCK_GUIDE = bundle("unlock", ("guide.yaml", LOST, ""))

CHECKED = {f"host.{p.id}": "checked" for p in GUIDE.packages}
READY = {**IN_BOOTLOADER, **CHECKED}

# action with its fields, start facts, slots before, the finding that ends it
REFUSED: list[tuple[dict[str, Any], dict[str, str], dict[str, Any], str]] = [
    ({"action": "check", "that": "variant is K6", "ask": "x"}, {}, {}, "turned-away"),
    ({"action": "back-up", "what": ["media"]}, {}, {"mode": "recovery"}, "wrong-mode"),
    (
        {"action": "switch", "setting": "debugging", "to": "on"},
        {},
        {"mode": "bootloader"},
        "wrong-mode",
    ),
    (
        {"action": "switch", "setting": "unlock-switch", "to": "on"},
        {"carrier": "deichfunk"},
        {},
        "unlock-never-permitted",
    ),
    (
        {"action": "switch", "setting": "unlock-switch", "to": "on"},
        {"carrier": "leuchtnetz", "unlock-wait": "running"},
        {},
        "unlock-wait-running",
    ),
    ({"action": "connect", "confirm": True}, {}, {}, "nothing-to-confirm"),
    (
        {"action": "connect", "confirm": True},
        {"debugging": "on"},
        {"mode": "recovery"},
        "wrong-mode",
    ),
    ({"action": "enter", "mode": "bootloader", "by": "command"}, {}, {"link": "cable"}, "no-link"),
    (
        {"action": "enter", "mode": "recovery", "by": "command"},
        {},
        {"mode": "bootloader"},
        "no-link",
    ),
    ({"action": "enter", "mode": "recovery", "by": "menu"}, {}, {}, "wrong-mode"),
    ({"action": "unlock"}, {"unlock-switch": "on"}, {}, "wrong-mode"),
    ({"action": "unlock"}, {"unlock-switch": "on"}, {"mode": "bootloader"}, "no-link"),
    ({"action": "unlock"}, {}, IN_BOOTLOADER, "unlock-switch-off"),
    (
        {"action": "unlock"},
        {"unlock-switch": "on", "carrier": "deichfunk"},
        IN_BOOTLOADER,
        "unlock-never-permitted",
    ),
    ({"action": "obtain", "files": ["nothing"]}, {}, {}, "file-not-in-set"),
    ({"action": "place", "file": "wattlaeufer"}, {}, {"link": "cable", **CHECKED}, "no-link"),
    ({"action": "place", "file": "wattlaeufer"}, {}, {"link": "confirmed"}, "file-not-at-hand"),
    ({"action": "place", "file": "wattlaeufer"}, {}, {**IN_BOOTLOADER, **CHECKED}, "wrong-mode"),
    (
        {"action": "flash", "partition": "radio", "file": "radio-m6"},
        {},
        READY,
        "flash-while-locked",
    ),
    ({"action": "flash", "partition": "modem", "file": "radio-m6"}, {}, READY, "no-such-partition"),
    (
        {"action": "flash", "partition": "calibration", "file": "radio-m6"},
        UNLOCKED,
        READY,
        "unique-partition-touched",
    ),
    (
        {"action": "flash", "partition": "radio", "file": "radio-m6"},
        UNLOCKED,
        IN_BOOTLOADER,
        "file-not-at-hand",
    ),
    ({"action": "boot-once", "file": "rettungsring"}, {}, READY, "boot-once-while-locked"),
    ({"action": "boot-once", "file": "radio-m6"}, UNLOCKED, READY, "not-a-recovery"),
    ({"action": "format-data"}, {}, {}, "wrong-mode"),
    (
        {"action": "install", "file": "wattlaeufer", "source": "sideload"},
        UNLOCKED,
        {**IN_RETTUNGSRING, **CHECKED},
        "no-link",
    ),
    (
        {"action": "install", "file": "wattlaeufer", "source": "internal"},
        UNLOCKED,
        IN_RETTUNGSRING,
        "file-not-on-storage",
    ),
    (
        {"action": "install", "file": "wattlaeufer", "source": "internal"},
        UNLOCKED,
        {**IN_RETTUNGSRING, "internal.wattlaeufer": "wiped"},
        "file-wiped",
    ),
    (
        {"action": "install", "file": "wattlaeufer", "source": "sideload"},
        UNLOCKED,
        {"mode": "recovery", "running": "stock", "link": "cable", **CHECKED},
        "recovery-refuses",
    ),
    (
        {"action": "install", "file": "wattlaeufer", "source": "sideload"},
        UNLOCKED,
        {"mode": "recovery", "running": "stock", "temporary": "gone", "link": "cable", **CHECKED},
        "temporary-recovery-gone",
    ),
    ({"action": "set-up"}, {}, {"mode": "recovery"}, "wrong-mode"),
]


@pytest.mark.parametrize(("step", "start", "slots", "finding"), REFUSED)
def test_refused(
    step: dict[str, Any], start: dict[str, str], slots: dict[str, Any], finding: str
) -> None:
    view = with_slots(phone(GUIDE, start), slots)
    assert take(view, GUIDE, **step) == finding


def of_stock(what: str) -> dict[str, str]:
    made_of = {"of": "PS-12.4.7-KU.r3", "family": "stock", "platform": "12"}
    return {f"backup.{what}.{name}": value for name, value in made_of.items()}


# action with its fields, start facts, slots before, slots after
DONE: list[tuple[dict[str, Any], dict[str, str], dict[str, Any], dict[str, Any]]] = [
    ({"action": "check", "that": "variant is M6", "ask": "x"}, {}, {}, {}),
    (
        {"action": "back-up", "what": ["media"]},
        {},
        {},
        {"backup.media": "made", **of_stock("media")},
    ),
    (
        {"action": "back-up", "what": ["apps", "media"], "checked": True},
        {},
        {},
        {
            "backup.apps": "checked",
            "backup.media": "checked",
            **of_stock("apps"),
            **of_stock("media"),
        },
    ),
    ({"action": "back-up", "what": ["media"]}, {}, {"media": "gone"}, {}),
    (
        {"action": "switch", "setting": "unlock-switch", "to": "on"},
        {"carrier": "leuchtnetz"},
        {},
        {"unlock-switch": "on"},
    ),
    (
        {"action": "switch", "setting": "unlock-switch", "to": "off"},
        {"carrier": "deichfunk", "unlock-switch": "on"},
        {},
        {"unlock-switch": "off"},
    ),
    ({"action": "connect"}, {}, {}, {"link": "cable"}),
    (
        {"action": "connect", "confirm": True},
        {"debugging": "on"},
        {},
        {"link": "confirmed", "host-sees": "yes"},
    ),
    ({"action": "enter", "mode": "bootloader", "by": "chord"}, {}, {}, {"mode": "bootloader"}),
    (
        {"action": "enter", "mode": "recovery", "by": "chord"},
        {},
        {},
        {"mode": "recovery", "running": "stock"},
    ),
    (
        {"action": "enter", "mode": "recovery", "by": "menu"},
        {},
        IN_BOOTLOADER,
        {"mode": "recovery", "running": "stock"},
    ),
    (
        {"action": "enter", "mode": "recovery", "by": "menu"},
        {"system": "wattlaeufer", **UNLOCKED},
        IN_RETTUNGSRING,
        {"running": "lotsenboot", "temporary": "gone"},
    ),
    ({"action": "obtain", "files": ["radio-m6"]}, {}, {}, {"host.radio-m6": "got"}),
    (
        {"action": "obtain", "files": ["radio-m6"], "verify": True},
        {},
        {},
        {"host.radio-m6": "checked"},
    ),
    (
        {"action": "place", "file": "wattlaeufer"},
        {},
        {"link": "confirmed", **CHECKED},
        {"internal.wattlaeufer": "there"},
    ),
    (
        {"action": "place", "file": "wattlaeufer"},
        {},
        {**IN_RETTUNGSRING, "link": "cable", **CHECKED},
        {"internal.wattlaeufer": "there"},
    ),
    (
        {"action": "boot-once", "file": "rettungsring"},
        UNLOCKED,
        READY,
        {"mode": "recovery", "running": "rettungsring", "temporary": "running"},
    ),
    (
        {"action": "restart"},
        {},
        IN_RETTUNGSRING,
        {"mode": "system", "running": "none", "temporary": "gone"},
    ),
    ({"action": "set-up"}, {}, {"data.state": "fresh"}, {"data.state": "present"}),
    ({"action": "set-up"}, {}, {}, {}),
    (
        {"action": "flash", "partition": "radio", "file": "radio-k6", "where": "other"},
        UNLOCKED,
        READY,
        {
            "other.radio.fits": "K6",
            "other.radio.build": "PS-12.4.7-KU.r3",
            "other.radio.unread": True,
            "other.radio.package": "radio-k6",
            "other.seen-to-start": False,
            "other.stood": "written",
        },
    ),
    (
        {"action": "flash", "partition": "ramdisk", "file": "rettungsring"},
        UNLOCKED,
        READY,
        {
            "cur.ramdisk.family": "rettungsring",
            "cur.ramdisk.recovery": "rettungsring",
            "cur.ramdisk.signer": "other",
            "cur.ramdisk.build": "3.2",
            "cur.ramdisk.fits": "K6,M6",
            "cur.ramdisk.unread": True,
            "cur.ramdisk.package": "rettungsring",
            "cur.seen-to-start": False,
            "cur.stood": "written",
        },
    ),
    (
        {"action": "format-data"},
        {"debugging": "on"},
        {**IN_RETTUNGSRING, "link": "confirmed", "internal.wattlaeufer": "there"},
        {
            "data.state": "empty",
            "data.family": "none",
            "data.platform": "none",
            "data.by": "rettungsring",
            "data.build": "none",
            "screen-lock": "none",
            "account": "asked-for",
            "apps": "gone",
            "media": "gone",
            "internal.wattlaeufer": "wiped",
            "debugging": "off",
            "link": "cable",
            "auto-update": "on",
        },
    ),
]


@pytest.mark.parametrize(("step", "start", "slots", "after"), DONE)
def test_done_and_nothing_else_changes(
    step: dict[str, Any], start: dict[str, str], slots: dict[str, Any], after: dict[str, Any]
) -> None:
    view = with_slots(phone(GUIDE, start), slots)
    before = dict(view.state)
    assert take(view, GUIDE, **step) == ""
    changed = {slot: value for slot, value in view.state.items() if value != before[slot]}
    assert changed == {slot: value for slot, value in after.items() if value != before[slot]}
    assert view.state == before | after


def test_install_writes_the_other_slot_and_makes_it_the_running_one() -> None:
    start = {**UNLOCKED, "base": "PS-12.2.0-KU.r1", "other-base": "PS-12.2.0-BI.r1"}
    view = with_slots(phone(GUIDE, start), {**IN_RETTUNGSRING, **CHECKED, "link": "cable"})
    assert take(view, GUIDE, action="install", file="wattlaeufer", source="sideload") == ""
    state = view.state
    assert state["slot"] == "b"
    assert (state["cur.system.family"], state["other.system.family"]) == ("wattlaeufer", "stock")
    assert (state["cur.radio.build"], state["other.radio.build"]) == (
        "PS-12.2.0-BI.r1",
        "PS-12.2.0-KU.r1",
    )
    assert state["cur.ramdisk.recovery"] == "lotsenboot"
    assert state["cur.system.needs"] == "PS-12.4.1-KU.r2"
    assert state["other.system.needs"] == NO_NEED
    assert take(view, GUIDE, action="format-data") == ""
    assert take(view, GUIDE, action="restart") == "base-too-old"


@pytest.mark.parametrize(
    ("backups", "found"),
    [
        ({}, {("undeclared-loss", "apps"), ("undeclared-loss", "media")}),
        ({"backup.media": "made"}, {("undeclared-loss", "apps"), ("backup-not-checked", "media")}),
        ({"backup.media": "checked", "backup.apps": "checked"}, set()),
        ({"media": "gone", "apps": "gone"}, set()),
    ],
)
def test_unlock_wipes_and_says_what_was_not_said(
    backups: dict[str, str], found: set[tuple[str, str]]
) -> None:
    start = {"unlock-switch": "on", "account": "none"}
    view = with_slots(phone(UNLOCK_GUIDE, start), {**IN_BOOTLOADER, **backups})
    assert take(view, UNLOCK_GUIDE, action="unlock") == ""
    assert set(view.found) == found
    assert view.state["bootloader"] == "unlocked"
    assert (view.state["mode"], view.state["data.state"]) == ("system", "fresh")


def test_unlock_of_an_unlocked_phone_changes_nothing() -> None:
    view = with_slots(phone(UNLOCK_GUIDE, UNLOCKED), IN_BOOTLOADER)
    before = dict(view.state)
    assert take(view, UNLOCK_GUIDE, action="unlock") == ""
    assert view.found == [("already-unlocked", "")]
    assert view.state == before


def test_used_unchecked_is_a_warning_and_goes_on() -> None:
    view = with_slots(phone(GUIDE, UNLOCKED), {**IN_BOOTLOADER, "host.rettungsring": "got"})
    assert take(view, GUIDE, action="boot-once", file="rettungsring") == ""
    assert view.found == [("file-used-unchecked", "rettungsring")]
