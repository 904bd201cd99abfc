"""What conditions may name is closed: a misspelling is refused, with what was perhaps meant."""

from typing import Any

import pytest

from anleitung.core.guide.check_bundle import check_bundle
from tests.core.proof.small import OPEN, extra, small

CHARGE = {"action": "charge"}
SPELT: list[tuple[str, str, str]] = [
    ("system is wattlaufer", "wattlaeufer", "system"),
    ("build is 5.00", "5.0", "build"),
    ("recovery is rettungring", "rettungsring", "recovery"),
    ("recovery-there is rettungring", "rettungsring", "recovery-there"),
    ("ramdisk.family is stok", "stock", "ramdisk.family"),
    ("boot.build is PS-12.4.7-KU.r4", "PS-12.4.7-KU.r3", "boot.build"),
    ("bootlader is locked", "bootloader", "bootlader"),
    ("media is gon", "gone", "media"),
    ("backup.media is cheked", "checked", "backup.media"),
]


@pytest.mark.parametrize(("condition", "meant", "fact"), SPELT, ids=[s[0] for s in SPELT])
def test_a_misspelling_is_told_with_what_was_meant(condition: str, meant: str, fact: str) -> None:
    for place, made in (
        ("admission", small(CHARGE, admission=condition)),
        ("promise", small(CHARGE, promise=condition)),
        ("steps", small({"action": "check", "that": condition, "ask": "Is it so?"})),
    ):
        [fault] = check_bundle(made)
        assert fault.at[0] == place
        assert fact in fault.message
        assert f"meant is perhaps '{meant}'" in fault.message or meant in fault.message


RIGHT = [
    "system is wattlaeufer",
    "build is 5.0",
    "recovery-there is stock",
    "ramdisk.family is stock",
    "boot.build is PS-12.4.7-KU.r3",
]


@pytest.mark.parametrize("condition", RIGHT)
def test_what_a_document_of_the_bundle_names_is_known(condition: str) -> None:
    assert check_bundle(small(CHARGE, promise=condition)) == []


def test_a_family_is_known_by_the_file_that_brings_it() -> None:
    promise = "system is sturmvogel"
    assert check_bundle(small(CHARGE, promise=promise)) != []
    brings = extra("bird", "system", {"family": "sturmvogel", "build": "1"}, writes=["system"])
    assert check_bundle(small(CHARGE, promise=promise, files=(brings,))) == []


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"device": {"hardware.card_in": "own.card is there"}}, "own.card"),
        ({"device": {"sights": [{"fact": "bsae", "where": "x"}]}}, "base"),
        (
            {
                "programs": (
                    {
                        "id": "rettungsring",
                        "kind": "recovery",
                        "words": [{"says": "Go", "does": "nothing", "sets": {"own.x": "y"}}],
                    },
                )
            },
            "own.x",
        ),
        ({"programs": ({"id": "rettungsring", "kind": "manager"},)}, "no recovery"),
    ],
    ids=["card", "sight", "menu word", "recovery"],
)
def test_documents_name_nothing_that_is_not_there(change: dict[str, Any], says: str) -> None:
    faults = check_bundle(small(CHARGE, admission=OPEN, **change))
    assert any(says in fault.message for fault in faults)


def test_needs_are_held_to_the_same_words() -> None:
    needs = [{"that": "ramdisk.family is stok", "because": "x"}]
    content = {"family": "free", "build": "1", "needs": needs}
    kernel = extra("any-kernel", "kernel", content, writes=["boot"])
    [fault] = check_bundle(small(CHARGE, files=(kernel,)))
    assert fault.at == ("content", "needs", 0, "that")
