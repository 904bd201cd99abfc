"""The boot rule: every reason by itself, in the order in which a phone gets there."""

import pytest

from anleitung.core.diagrams.subject import Ended
from anleitung.core.phone.boot import DEAD, STUCK, NoStart, check_start, start_system
from tests.core.bundles import bundle
from tests.core.phone.walk import UNLOCKED, phone, with_slots

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
    ({}, {"data.platform": "13", "cur.system.platform": "not-known"}, None),
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
