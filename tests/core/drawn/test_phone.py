"""What is said and drawn of a codename: rails, unlocking, names that stand for several phones."""

import pytest

from anleitung.core.documents.device import Device
from anleitung.core.drawn.names import find_namesakes
from anleitung.core.drawn.phone_words import (
    carrier_words,
    habit_words,
    hardware_words,
    unlocking_words,
)
from anleitung.core.drawn.rails import draw_rails
from tests.core.demo_catalogue import device, plain


def test_rails_of_a_phone_with_two_slots_and_a_container() -> None:
    drawn = draw_rails(device("schotstek").layout)
    assert [r.name for r in drawn.rails] == ["slot a", "slot b", "exists once"]
    first = drawn.rails[0].cells
    assert [c.name for c in first if c.is_inner] == ["system", "vendor", "product"]
    assert [c.name for c in first][-3:] == ["system", "vendor", "product"]
    assert drawn.container == "verbund"
    assert [(c.name, c.letter) for c in drawn.rails[2].cells] == [
        ("calibration", "U"),
        ("identity", "U"),
    ]
    assert "The first ramdisk is in ramdisk." in drawn.facts
    assert any("one that the owner enrolled" in fact for fact in drawn.facts)


def test_rail_of_an_old_phone_says_which_image_holds_the_first_ramdisk() -> None:
    drawn = draw_rails(device("achtknoten").layout)
    assert [r.name for r in drawn.rails] == ["the one slot"]
    boot = drawn.rails[0].cells[0]
    assert boot.says == (
        "boot: kernel image, holds the first ramdisk, checked at start while locked"
    )
    assert {"A single slot.", "It has a recovery partition."} <= set(drawn.facts)


def test_unlocking_in_words() -> None:
    told = unlocking_words(device("achtknoten"))
    assert told.says[0] == "By a code of the maker, made from a token that the phone shows."
    assert [(c.looks, c.why) for c in told.causes] == [("grey", "patch level before 2020-11")]
    missing = unlocking_words(device("palstek")).causes[0]
    assert (missing.looks, missing.why) == ("missing", "sold by Deichfunk")
    assert "It takes" not in " ".join(unlocking_words(device("klampe")).says)


def test_hardware_carriers_and_habits_in_words() -> None:
    phone = device("palstek")
    assert hardware_words(phone) == [
        "Storage 128 or 256 GB",
        "card slot",
        "battery 4,500 mAh, built in",
    ]
    assert [carrier_words(c) for c in phone.carriers] == [
        "open market permits unlocking",
        "Leuchtnetz permits unlocking after 40 days",
        "Deichfunk never permits unlocking",
    ]
    assert habit_words(phone)[-1] == "Updates itself."


def test_name_for_two_variants_says_how_to_tell() -> None:
    (found,) = find_namesakes(device("poller"), [])
    assert found.says == "Kai 9 is one name for 2 variants: M6, K6."
    assert found.tell[0] == "M6: “M6” in the second part of the build string"


def test_name_of_one_variant_only_needs_no_telling() -> None:
    (found,) = find_namesakes(device("palstek"), [])
    assert found.says == "Bö 4, Bö 4 Neo are names for 2 variants each: M6, K6."


def test_name_of_two_codenames_says_so_on_both() -> None:
    old = Device.model_validate(plain("device", "achtknoten") | {"market_names": ["bö 4"]})
    for one, other in ((device("palstek"), old), (old, device("palstek"))):
        found = find_namesakes(one, [one, other])[0]
        assert found.codenames == [other.codename]
        assert len(found.tell) == 2


@pytest.mark.parametrize(
    ("change", "message"),
    [
        ({"region_names": [{"id": "XX", "name": "far"}]}, "has no region XX"),
        ({"modes": []}, "has no mode bootloader"),
        ({"keys": []}, "has no key down"),
        ({"unlocking": {"way": "maker-code"}}, "say where the code or file comes from"),
        ({"unlocking": {"way": "account-wait"}}, "say how many days"),
        ({"unlocking": {"wait_days": "3"}}, "command has no waiting time"),
        (
            {"unlocking": {"missing_because": [{"cause": "carrier", "remedy": "x"}]}},
            "say which carrier",
        ),
        (
            {"unlocking": {"missing_because": [{"cause": "patch-level", "remedy": "x"}]}},
            "say from which patch level",
        ),
    ],
)
def test_device_that_contradicts_itself_is_refused(change: dict[str, object], message: str) -> None:
    with pytest.raises(ValueError, match=message):
        Device.model_validate(plain("device", "palstek") | change)


PARTS = [
    {"name": "boot", "role": "boot"},
    {"name": "system", "role": "system"},
    {"name": "radio", "role": "firmware"},
]


@pytest.mark.parametrize(
    ("layout", "message"),
    [
        (
            {"partitions": [*PARTS, {"name": "p", "role": "extra", "inner": True}]},
            "which container",
        ),
        ({"partitions": PARTS, "container": "boot"}, "boot is a partition and the container"),
        (
            {"slots": "single", "partitions": [*PARTS, {"name": "p", "role": "other", "once": 1}]},
            "everything stands once",
        ),
    ],
)
def test_layout_that_cannot_be_is_refused(layout: dict[str, object], message: str) -> None:
    with pytest.raises(ValueError, match=message):
        Device.model_validate(plain("device", "palstek") | {"layout": layout})
