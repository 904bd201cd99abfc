"""Conditions that only phones of a certain kind tell apart, each on such a phone and beside it."""

from contextlib import suppress
from typing import Any

import pytest

from anleitung.core.diagrams.one import OneStart
from anleitung.core.diagrams.subject import Ended
from anleitung.core.phone.clauses import STUCK, check_lock, check_recovery
from anleitung.core.phone.demands import said_to_be_lost, write_content
from anleitung.core.phone.places import require_place
from anleitung.core.phone.take import take_step
from anleitung.core.phone.world import EMPTY
from tests.core.phone.walk import IN_RETTUNGSRING, phone, take, with_slots
from tests.core.proof.random_guides import STEP
from tests.core.proof.small import CHARGE, extra, small

BUNDLE = small(CHARGE)
WORLD = BUNDLE.world
KEEPS: Any = {
    "id": "photos",
    "ask": "What of photos?",
    "choices": [
        {"id": "kept", "says": "Keep them", "keeps": ["media"]},
        {"id": "gone", "says": "Let them go"},
    ],
}


def usual(**slots: Any) -> OneStart:
    return with_slots(phone(BUNDLE), slots)


@pytest.mark.parametrize(
    ("loss", "chosen", "said"),
    [("media", "kept", False), ("media", "gone", True), ("apps", "kept", True)],
)
def test_a_choice_keeps_what_it_says_and_nothing_else(loss: str, chosen: str, said: bool) -> None:
    bundle = small(CHARGE, options=(KEEPS,))
    view = with_slots(phone(bundle), {"option.photos": chosen})
    assert said_to_be_lost(view, bundle.world, loss) is said


def test_that_nobody_saw_the_phone_is_told_at_the_first_step_that_writes_only() -> None:
    step = STEP.validate_python(
        {"id": "it", "action": "flash", "file": "rettungsring", "partition": "boot"}
    )
    assert step.no_return
    view = usual(bootloader="unlocked", mode="bootloader", link="cable")
    told = []
    for _ in range(2):
        with suppress(Ended):
            take_step(view, step, WORLD)
        told.append([f for f, _subject in view.found].count("phone-not-seen"))
    assert told == [1, 1]


@pytest.mark.parametrize("more", [(), ("second-key",)])
def test_by_which_key_it_is_signed_is_asked_where_there_are_several(more: tuple[str, ...]) -> None:
    bundle = small(CHARGE, files=tuple(extra(each, "key") for each in more))
    checked = next(p.name for p in bundle.device.layout.partitions if p.starts_checked)
    view = with_slots(
        phone(bundle),
        {"bootloader": "locked", "key": "own-key", f"cur.{checked}.signer": "own"},
    )
    assert check_lock(view, bundle.world, "cur") is None
    assert view.found == [("key-not-told", checked) for _ in more]


def test_a_recovery_without_the_kernel_that_it_shares_hangs_and_can_be_written_again() -> None:
    # The recovery lies in the first ramdisk, and comes up on the kernel of the system.
    assert WORLD.recovery_home == WORLD.first_ramdisk
    refused = check_recovery(usual(**{f"cur.{WORLD.kernel}.family": EMPTY}), WORLD, "cur")
    assert refused is not None
    assert (refused.how, refused.finding, refused.subject) == (
        STUCK,
        "partition-empty" if WORLD.kernel != WORLD.recovery_home else "no-recovery-there",
        WORLD.kernel,
    )


def test_what_is_written_where_there_is_no_such_partition_ends_there() -> None:
    package = next(p for p in BUNDLE.packages if p.id == "rettungsring")
    view = usual()
    with pytest.raises(Ended) as ended:
        write_content(view, WORLD, "cur", "attic", package)
    assert ended.value.finding == "no-such-partition"


def test_a_file_that_is_called_just_as_its_partition_says_where_it_belongs() -> None:
    vendor = extra("vendor", "system").model_copy(update={"name": "vendor"})
    other = extra("image", "system")
    told = []
    for package in (vendor, other):
        view = usual()
        require_place(view, WORLD, package, ("vendor",))
        told.append(view.found)
    assert told == [[], [("place-not-told", "image")]]


@pytest.mark.parametrize(
    ("device", "finding"),
    [
        ({}, "file-not-on-storage"),
        ({"hardware": {"card_slot": False}}, "no-card-slot"),
        (
            {
                "facts": [{"id": "card", "says": "Card", "values": ["none", "in"]}],
                "hardware": {"card_slot": True, "card_in": "own.card is in"},
            },
            "card-not-in",
        ),
    ],
)
def test_from_a_card_nothing_is_installed_that_is_not_in_it(device: Any, finding: str) -> None:
    bundle = small(CHARGE, device=device)
    view = with_slots(phone(bundle), {**IN_RETTUNGSRING, "bootloader": "unlocked"})
    assert take(view, bundle, action="install", file="wattlaeufer", source="card") == finding
