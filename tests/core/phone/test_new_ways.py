"""The offered update, power off, files downloaded on the phone, apps from the store."""

from typing import Any

import pytest

from anleitung.core.guide.check_bundle import check_bundle
from tests.core.phone.walk import phone, take, with_slots
from tests.core.proof.random_guides import small_base
from tests.core.proof.small import small

BASE = small_base()
UPDATE = {"action": "take-update", "to": "PS-12.4.7-KU.r3"}
OLD = {"base": "PS-12.4.1-KU.r2", "other-base": "PS-12.4.1-KU.r2"}
RUNNING = {"mode": "system"}


def test_an_update_goes_beside_the_running_system_and_keeps_the_data() -> None:
    view = phone(BASE, OLD)
    assert take(view, BASE, **UPDATE) == ""
    state = view.state
    assert state["slot"] == "b"
    assert {state["cur.system.build"], state["cur.radio.build"]} == {"PS-12.4.7-KU.r3"}
    assert state["other.system.build"] == "PS-12.4.1-KU.r2"
    assert (state["apps"], state["media"], state["data.state"]) == ("present", "present", "present")
    assert "screen-lock-left-on" not in dict(view.found)


REFUSALS: list[tuple[str, dict[str, str], dict[str, Any], str]] = [
    ("newer already", {}, {}, "no-update-offered"),
    ("another system", {**OLD, "system": "wattlaeufer"}, {}, "no-update-offered"),
    ("not running", OLD, {"mode": "bootloader"}, "wrong-mode"),
    ("root in the ramdisk", OLD, {"cur.ramdisk.changed": "root"}, "predecessor-changed"),
    ("an add-on", OLD, {"cur.product.changed": "add-on"}, "predecessor-changed"),
]


@pytest.mark.parametrize(("name", "start", "slots", "finding"), REFUSALS)
def test_an_update_is_refused(
    name: str, start: dict[str, str], slots: dict[str, Any], finding: str
) -> None:
    start = {**start, "bootloader": "unlocked"} if "system" in start else start
    view = with_slots(phone(BASE, start), slots)
    before = dict(view.state)
    assert take(view, BASE, **UPDATE) == finding
    assert view.state == before


def test_an_update_nobody_lists_is_told_with_the_near_ones() -> None:
    [fault] = check_bundle(small({"action": "take-update", "to": "PS-12.4.7-KU.r4"}))
    assert "PS-12.4.7-KU.r3" in fault.message


@pytest.mark.parametrize("mode", ["system", "bootloader", "recovery", "stuck"])
def test_a_phone_is_switched_off_from_anywhere(mode: str) -> None:
    view = with_slots(phone(BASE), {"mode": mode, "link": "cable"})
    assert take(view, BASE, action="power-off") == ""
    assert (view.state["mode"], view.state["running"]) == ("off", "none")


@pytest.mark.parametrize(
    ("fields", "slots", "told"),
    [
        ({"by": "downloaded", "verify": True}, {}, ""),
        ({"by": "downloaded"}, {}, "file-used-unchecked"),
        ({"by": "downloaded", "verify": True}, {"mode": "recovery"}, "wrong-mode"),
        ({"by": "copied"}, {"link": "cable", "host.wattlaeufer": "checked"}, ""),
        ({"by": "pushed"}, {"link": "cable", "host.wattlaeufer": "checked"}, "no-link"),
        ({"by": "copied"}, {"link": "cable"}, "file-not-at-hand"),
    ],
)
def test_a_file_comes_onto_the_phone(
    fields: dict[str, Any], slots: dict[str, Any], told: str
) -> None:
    view = with_slots(phone(BASE), slots)
    ended = take(view, BASE, action="place", file="wattlaeufer", **fields)
    assert ({finding for finding, _s in view.found} | {ended}) - {""} == ({told} - {""})
    if not ended:
        assert view.state["internal.wattlaeufer"] == "there"


@pytest.mark.parametrize(("store", "ended"), [(True, ""), (False, "app-not-offered")])
def test_an_app_from_the_store_needs_nobody_to_offer_it(store: bool, ended: str) -> None:
    view = phone(BASE)
    fields = {"action": "app", "program": "winde", "does": "install", "store": store}
    assert take(view, BASE, **fields) == ended
    assert view.state["app.winde"] == ("installed" if store else "none")


def test_a_store_has_no_file() -> None:
    with pytest.raises(ValueError, match="without a file"):
        small({"action": "app", "program": "x", "does": "install", "store": True, "file": "blob"})
