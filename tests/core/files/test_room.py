"""How much room and time a file set takes, from the steps that use it."""

from typing import Any

import pytest

from anleitung.core.documents.package import Package
from anleitung.core.files.room import Assumptions, Room, room_needed
from tests.core.bundles import bundle


def room(name: str, **assume: float) -> Room:
    made = bundle(name)
    packages = list(made.world.packages.values())
    return room_needed(made.guide, packages, made.device, Assumptions(**assume))


def test_sums_are_those_of_the_set() -> None:
    made = bundle("clean-install")
    sizes = {p.id: p.size for p in made.world.packages.values()}
    found = room("clean-install", download_mbps=0.01)
    assert found.download == found.host == sum(sizes.values())
    assert found.download_seconds == round(found.download / 10_000)
    assert found.internal == 0
    assert found.warnings == ()


def test_file_on_internal_storage_counts_there() -> None:
    made = bundle("install-from-storage")
    size = made.world.packages["wattlaeufer"].size
    found = room("install-from-storage", copy_mbps=0.001)
    assert found.internal == size
    assert found.copy_seconds == round(size / 1_000)


def test_written_to_both_slots_is_written_twice() -> None:
    made = bundle("base-update")
    both = sum(
        p.size for p in made.world.packages.values() if p.id.startswith(("radio", "firmware"))
    )
    found = room("base-update", flash_mbps=0.001, install_mbps=1_000)
    assert found.write_seconds == pytest.approx(2 * both / 1_000, rel=0.51)


def changed(made: Package, **more: Any) -> Package:
    return made.model_copy(update=more)


@pytest.mark.parametrize(
    ("more", "assume", "says"),
    [
        ({}, {"free_storage_gb": 0.0001}, "100,000 are free"),
        ({"size": 120_000_000_000}, {}, "the smallest storage this phone is sold with (128 GB)"),
        ({"ways": ("card",)}, {"card_gb": 0.0001}, "more than it holds"),
    ],
)
def test_too_little_room_is_warned_of(
    more: dict[str, Any], assume: dict[str, float], says: str
) -> None:
    made = bundle("install-from-storage")
    packages = [
        changed(p, **more) if p.id == "wattlaeufer" else p for p in made.world.packages.values()
    ]
    found = room_needed(made.guide, packages, made.device, Assumptions(**assume))
    assert any(says in warning for warning in found.warnings), found.warnings


def test_card_without_a_slot_is_warned_of() -> None:
    made = bundle("install-from-storage")
    device = made.device.model_copy(
        update={"hardware": made.device.hardware.model_copy(update={"card_slot": False})}
    )
    packages = [changed(p, ways=("card",)) for p in made.world.packages.values()]
    found = room_needed(made.guide, packages, device, Assumptions())
    assert "has no card slot" in found.warnings[0]


def test_unpacked_files_take_the_host_twice() -> None:
    made = bundle("clean-install")
    packages = [changed(p, unpacked_size=p.size * 3) for p in made.world.packages.values()]
    found = room_needed(made.guide, packages, made.device, Assumptions())
    assert found.host == 4 * found.download


def sized(made: Any, partition: str, size: int) -> Any:
    """The device with the size of one partition entered; "" for the container."""
    layout = made.device.layout
    parts = tuple(
        p.model_copy(update={"size": size}) if p.name == partition else p for p in layout.partitions
    )
    more = {"partitions": parts}
    if not partition:
        inner = tuple(p.model_copy(update={"inner": p.role == "system"}) for p in parts)
        more = {"container": "space", "container_size": size, "partitions": inner}
    return made.device.model_copy(update={"layout": layout.model_copy(update=more)})


@pytest.mark.parametrize(
    ("partition", "size", "says"),
    [
        ("radio", 22_015, "radio-12.4.7-m6.img needs 22,016 bytes in radio, which holds 22,015."),
        ("radio", 22_016, ""),
        ("", 310_271, "The container space holds 310,271 bytes, and its images need 310,272."),
        ("", 310_272, ""),
    ],
)
def test_a_partition_that_is_too_small_is_warned_of(partition: str, size: int, says: str) -> None:
    made = bundle("clean-install")
    packages = list(made.world.packages.values())
    device = sized(made, partition, size)
    found = room_needed(made.guide, packages, device, Assumptions()).warnings
    assert (says in found) if says else (found == ())
