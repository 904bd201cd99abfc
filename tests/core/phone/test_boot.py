"""The boot rule: every reason by itself, in the order in which a phone gets there."""

import pytest

from anleitung.core.diagrams.subject import Ended
from anleitung.core.phone.boot import start_system
from anleitung.core.phone.clauses import DEAD, STUCK, NoStart
from anleitung.core.phone.entry import check_start
from anleitung.core.phone.world import (
    ANY_RECOVERY,
    ANY_VARIANT,
    EMPTY,
    NO_PLATFORM,
    OTHER_SYSTEM_BUILD,
)
from tests.core.bundles import bundle
from tests.core.phone.walk import UNLOCKED, phone, with_slots
from tests.core.proof.random_guides import small_base
from tests.core.proof.small import RESTART, parts, small

GUIDE = bundle("clean-install")
WORLD = GUIDE.world
FOREIGN = {
    f"cur.{p}.family": "wattlaeufer"
    for p in ("boot", "ramdisk", "vendor", "system", "product", "verity")
}
OWN_DATA = {"data.family": "wattlaeufer"}
NEEDS = {"cur.system.needs": "PS-12.4.1-KU.r2"}

REASONS = [
    # start facts, slots changed, why it does not start (None: it does)
    ({}, {}, None),
    ({}, {"cur.radio.fits": "K6"}, NoStart(DEAD, "firmware-of-another-variant", "radio")),
    ({"variant": "K6"}, {"cur.radio.fits": "K6,M6"}, None),
    ({}, {"other.radio.fits": "K6"}, None),
    ({}, {"cur.boot.signer": "other"}, NoStart(STUCK, "foreign-image-while-locked", "boot")),
    (UNLOCKED, {"cur.boot.signer": "other"}, None),
    ({}, {"cur.calibration.signer": "other"}, None),
    (UNLOCKED, {"cur.vendor.fits": "K6"}, NoStart(STUCK, "image-of-another-variant", "vendor")),
    (UNLOCKED, {"cur.system.fits": "K6"}, NoStart(STUCK, "image-of-another-variant", "system")),
    (
        UNLOCKED,
        {"cur.boot.family": "wattlaeufer"},
        NoStart(STUCK, "parts-of-different-systems", "boot"),
    ),
    (UNLOCKED, FOREIGN, NoStart(STUCK, "data-of-another-system", "")),
    (UNLOCKED, FOREIGN | OWN_DATA, None),
    (UNLOCKED, FOREIGN | {"data.state": "empty", "data.family": "none"}, None),
    (UNLOCKED, FOREIGN | OWN_DATA | NEEDS, None),
    ({"base": "PS-12.2.0-BI.r1"}, NEEDS, NoStart(STUCK, "base-too-old", "radio")),
    ({"other-base": "PS-12.2.0-BI.r1"}, NEEDS, None),
    ({"base": "PS-12.4.1-BI.r2"}, NEEDS, None),
    ({}, {"data.platform": "13"}, NoStart(STUCK, "data-newer-than-system", "")),
    ({}, {"data.platform": "11"}, None),
    ({}, {"data.platform": "13", "cur.system.platform": NO_PLATFORM}, None),
    ({}, {"cur.radio.build": "PS-12.4.1-KU.r2"}, NoStart(DEAD, "below-rollback-index", "radio")),
    ({}, {"cur.firmware.build": "PS-13.0.2-KU.r4"}, None),
    ({}, {"cur.radio.build": "not-listed"}, None),
    ({}, {"cur.boot.signer": "own"}, NoStart(STUCK, "foreign-image-while-locked", "boot")),
    ({}, {"cur.boot.signer": "own", "key": "own-key"}, None),
    (
        {},
        {"cur.boot.signer": "other", "key": "own-key"},
        NoStart(STUCK, "foreign-image-while-locked", "boot"),
    ),
    ({}, {"update": "broken"}, NoStart(STUCK, "update-broken", "")),
    ({}, {"update": "waiting"}, None),
    ({}, {"cur.vendor.family": EMPTY}, NoStart(STUCK, "partition-empty", "vendor")),
    ({}, {"cur.system.family": EMPTY}, NoStart(STUCK, "partition-empty", "system")),
    (
        {},
        {"cur.boot.build": "PS-12.2.0-KU.r1"},
        NoStart(STUCK, "image-of-another-release", "boot"),
    ),
    ({}, {"other.boot.build": "PS-12.2.0-KU.r1"}, None),
    # Two reasons at once: what comes first on the way is told.
    (
        {},
        {"cur.radio.fits": "K6", "cur.boot.signer": "other"},
        NoStart(DEAD, "firmware-of-another-variant", "radio"),
    ),
    (
        {"base": "PS-12.2.0-BI.r1"},
        NEEDS | {"data.family": "wattlaeufer"},
        NoStart(STUCK, "base-too-old", "radio"),
    ),
]


@pytest.mark.parametrize(("start", "slots", "why"), REASONS)
def test_reason(start: dict[str, str], slots: dict[str, object], why: NoStart | None) -> None:
    view = with_slots(phone(GUIDE, start), slots)  # type: ignore[arg-type]
    before = dict(view.state)
    assert check_start(view, WORLD) == why
    assert view.state == before


def test_a_base_that_cannot_be_compared_starts_with_a_warning() -> None:
    view = with_slots(phone(GUIDE, {"base": "not-listed"}), NEEDS)
    assert check_start(view, WORLD) is None
    assert view.found == [("base-not-known", "radio"), ("base-not-known", "firmware")]


def test_first_start_makes_fresh_data_and_forgets_developer_settings() -> None:
    view = phone(GUIDE, {"debugging": "on"}, link="confirmed", mode="recovery")
    with_slots(view, {"data.state": "empty", "data.family": "none", "data.platform": "none"})
    start_system(view, WORLD)
    assert {
        slot: view.state[slot]
        for slot in ("mode", "data.state", "data.family", "data.platform", "debugging", "link")
    } == {
        "mode": "system",
        "data.state": "fresh",
        "data.family": "stock",
        "data.platform": "12",
        "debugging": "off",
        "link": "cable",
    }


def test_later_start_keeps_what_was_there() -> None:
    view = phone(GUIDE, {"debugging": "on"}, link="confirmed", mode="bootloader")
    start_system(view, WORLD)
    assert (view.state["debugging"], view.state["link"], view.state["data.state"]) == (
        "on",
        "confirmed",
        "present",
    )


@pytest.mark.parametrize(
    ("slots", "mode"), [({"cur.radio.fits": "K6"}, "dead"), ({"data.platform": "13"}, "stuck")]
)
def test_phone_that_does_not_start_ends_there(slots: dict[str, object], mode: str) -> None:
    view = with_slots(phone(GUIDE, mode="bootloader"), slots)  # type: ignore[arg-type]
    with pytest.raises(Ended) as caught:
        start_system(view, WORLD)
    assert (caught.value.how, view.state["mode"]) == (mode, mode)


@pytest.mark.parametrize("build", [OTHER_SYSTEM_BUILD, "not-listed"])
def test_an_image_of_a_release_that_is_not_told_starts_with_a_warning(build: str) -> None:
    view = with_slots(phone(GUIDE), {"cur.boot.build": build})
    assert check_start(view, WORLD) is None
    assert view.found == [("release-not-known", "boot")]


RECOVERY = {"name": "recovery", "role": "recovery"}
FOREIGN_RING = {
    "cur.recovery.family": "rettungsring",
    "cur.recovery.build": "3.2",
    "cur.recovery.signer": "other",
    "cur.recovery.fits": "M6",
    "cur.recovery.recovery": "rettungsring",
}
OWN_RING = {
    "cur.recovery.family": "stock",
    "cur.recovery.build": "PS-12.4.7-KU.r3",
    "cur.recovery.signer": "maker",
    "cur.recovery.fits": ANY_VARIANT,
    "cur.recovery.recovery": "stock",
}


@pytest.mark.parametrize(
    ("habit", "system", "after"),
    [
        (True, {}, OWN_RING),
        (False, {}, FOREIGN_RING),
        (True, FOREIGN | OWN_DATA, FOREIGN_RING),
    ],
)
def test_stock_puts_its_own_recovery_back_and_no_other_system_does(
    habit: bool, system: dict[str, object], after: dict[str, object]
) -> None:
    device = {
        "layout.partitions": [*parts(), RECOVERY],
        "stock": {"restores_recovery": habit, "updates_itself": True},
    }
    made = small(RESTART, device=device)
    view = with_slots(phone(made, UNLOCKED), FOREIGN_RING | system)  # type: ignore[arg-type]
    start_system(view, made.world)
    assert {slot: view.state[slot] for slot in after} == after


@pytest.mark.parametrize(
    ("start", "system", "drifts"),
    [
        ({"auto-update": "on"}, {}, True),
        ({"auto-update": "off"}, {}, False),
        ({"auto-update": "on", **UNLOCKED}, FOREIGN | OWN_DATA, False),
    ],
)
def test_the_base_drifts_under_a_stock_system_that_updates_itself(
    start: dict[str, str], system: dict[str, object], drifts: bool
) -> None:
    view = with_slots(phone(GUIDE, start), system)  # type: ignore[arg-type]
    start_system(view, WORLD)
    assert view.state["base-drifts"] is drifts


def test_a_start_settles_what_was_written_and_raises_the_rollback_index() -> None:
    written = {
        "cur.radio.unread": True,
        "other.radio.unread": True,
        "unsettled": "radio",
        "update": "waiting",
        "cur.seen-to-start": False,
        "running": "rettungsring",
        "cur.radio.build": "PS-13.0.2-KU.r4",
        "data.build": "PS-12.2.0-KU.r1",
    }
    view = with_slots(phone(GUIDE, {"screen-lock": "none"}), written)
    assert view.state["rollback"] == 3
    start_system(view, WORLD)
    after = ("cur.radio.unread", "other.radio.unread", "unsettled", "update", "cur.seen-to-start")
    assert [view.state[slot] for slot in after] == [False, True, "none", "none", True]
    assert (view.state["running"], view.state["rollback"]) == ("none", 4)
    assert (view.state["data.build"], view.found) == ("PS-12.4.7-KU.r3", [])


@pytest.mark.parametrize(
    ("lock", "data_build", "found"),
    [
        ("set", "PS-12.2.0-KU.r1", [("screen-lock-left-on", "")]),
        ("none", "PS-12.2.0-KU.r1", []),
        ("set", "PS-12.4.7-KU.r3", []),
    ],
)
def test_a_screen_lock_matters_when_another_build_meets_the_data(
    lock: str, data_build: str, found: list[tuple[str, str]]
) -> None:
    view = with_slots(phone(GUIDE, {"screen-lock": lock}), {"data.build": data_build})
    start_system(view, WORLD)
    assert view.found == found


@pytest.mark.parametrize(
    ("account", "system", "found"),
    [
        ("asked-for", {}, [("account-asked-for", "")]),
        ("none", {}, []),
        ("asked-for", FOREIGN, []),
    ],
)
def test_only_stock_asks_for_the_account_after_a_wipe(
    account: str, system: dict[str, object], found: list[tuple[str, str]]
) -> None:
    empty = {"data.state": "empty", "data.family": "none", "data.platform": "none"}
    view = with_slots(phone(GUIDE, UNLOCKED), {**empty, "account": account, **system})  # type: ignore[dict-item]
    start_system(view, WORLD)
    assert view.found == found


# A codename with a recovery that wants encryption released, and an app that waits.
WORK = small_base()
FORCED = {"cur.system.forces": "yes", "cur.ramdisk.recovery": "rettungsring"}
CHOOSY = {"data.state": "empty", "data.family": "none", "cur.system.data-by": "lotsenboot,ring"}


@pytest.mark.parametrize(
    ("slots", "reason"),
    [
        (FORCED, NoStart(STUCK, "encryption-not-released", "")),
        (FORCED | {"cur.ramdisk.release": "yes"}, None),
        (FORCED | {"cur.ramdisk.recovery": "stock"}, None),
        (FORCED | {"cur.system.forces": "no"}, None),
        ({"cur.system.on-data": "stock"}, NoStart(STUCK, "part-on-data-gone", "")),
        ({"cur.system.on-data": "stock", "data.part": "stock"}, None),
        (
            CHOOSY | {"data.by": "rettungsring"},
            NoStart(STUCK, "data-made-by-another-recovery", ""),
        ),
        (CHOOSY | {"data.by": "ring"}, None),
        (CHOOSY | {"data.by": ANY_RECOVERY}, None),
        (CHOOSY | {"cur.system.data-by": ANY_RECOVERY, "data.by": "rettungsring"}, None),
    ],
)
def test_what_a_recovery_left_behind(slots: dict[str, str], reason: NoStart | None) -> None:
    view = with_slots(phone(WORK, UNLOCKED), slots)
    assert check_start(view, WORK.world) == reason


@pytest.mark.parametrize(
    ("forces", "release", "encrypted"),
    [("yes", "no", "yes"), ("yes", "yes", "no"), ("no", "no", "no")],
)
def test_first_start_encrypts_where_the_system_forces_it(
    forces: str, release: str, encrypted: str
) -> None:
    slots = {"data.state": "empty", "data.family": "none", "data.by": "rettungsring"}
    slots |= {"cur.system.forces": forces, "cur.ramdisk.release": release}
    view = with_slots(phone(WORK, UNLOCKED), slots)
    start_system(view, WORK.world)
    assert (view.state["data.encrypted"], view.state["data.by"]) == (encrypted, ANY_RECOVERY)


@pytest.mark.parametrize(
    ("root", "app", "after"),
    [
        ("present", "none", "offered"),
        ("none", "none", "none"),
        ("present", "installed", "installed"),
        ("none", "waiting", "active"),
        ("none", "active", "active"),
    ],
)
def test_start_offers_and_finishes_apps(root: str, app: str, after: str) -> None:
    view = with_slots(phone(WORK, {**UNLOCKED, "root": root}), {"app.winde": app})
    start_system(view, WORK.world)
    assert view.state["app.winde"] == after


@pytest.mark.parametrize(
    ("part", "fuse"), [("boot", "tripped"), ("product", "tripped"), ("calibration", "intact")]
)
def test_fuse_trips_at_the_first_start_of_what_the_maker_did_not_sign(part: str, fuse: str) -> None:
    made = small(RESTART, device={"hardware.fuse_trips": "foreign-start"})
    view = with_slots(phone(made, UNLOCKED), {f"cur.{part}.signer": "other"})
    start_system(view, made.world)
    assert view.state["warranty"] == fuse
    # For good: what comes after does not mend it.
    view.state[f"cur.{part}.signer"] = "maker"
    start_system(view, made.world)
    assert view.state["warranty"] == fuse
