"""Where a file belongs: by its document, else by its name, else by its kind, else nobody knows."""

from typing import Any

import pytest

from anleitung.core.phone.places import home_of
from tests.core.phone.walk import phone, take, with_slots
from tests.core.proof.small import extra, small

RADIO = {"family": "stock", "build": "PS-12.4.7-KU.r3", "signer": "maker"}
HOMES: list[tuple[str, str, dict[str, Any], tuple[str, ...]]] = [
    ("it-says-where", "firmware", {"writes": ["radio"]}, ("radio",)),
    ("it-says-two-places", "other", {"writes": ["boot", "product"]}, ("boot", "product")),
    ("says-one-that-is-not-there", "firmware", {"writes": ["radio", "attic"]}, ("radio",)),
    ("new-radio", "firmware", {}, ("radio",)),
    ("firmware-of-the-coast", "firmware", {}, ("firmware",)),
    ("a-kernel", "kernel", {}, ("boot",)),
    ("a-recovery", "recovery", {}, ("ramdisk",)),
    ("patched", "root", {}, ("ramdisk",)),
    ("coast", "firmware", {}, ()),
    ("a-thing", "other", {}, ()),
]


@pytest.mark.parametrize(("id_", "role", "more", "home"), HOMES, ids=[h[0] for h in HOMES])
def test_home(id_: str, role: str, more: dict[str, Any], home: tuple[str, ...]) -> None:
    it = extra(id_, role, RADIO, **more)
    assert home_of(small({"action": "charge"}, files=(it,)).world, it) == home


FLASHED = [
    ("new-radio", "firmware", {}, "radio", set()),
    ("new-radio", "firmware", {}, "firmware", {"image-for-another-partition"}),
    ("coast", "firmware", {}, "radio", {"place-not-told"}),
    ("a-kernel", "kernel", {}, "radio", {"image-for-another-partition"}),
    ("a-kernel", "kernel", {"writes": ["radio"]}, "radio", {"image-for-another-partition"}),
    ("both", "other", {"writes": ["boot", "radio"]}, "radio", set()),
    ("both", "other", {"writes": ["boot", "vendor"]}, "radio", {"image-for-another-partition"}),
]


@pytest.mark.parametrize(("id_", "role", "more", "where", "found"), FLASHED)
def test_writing_it_elsewhere_is_found(
    id_: str, role: str, more: dict[str, Any], where: str, found: set[str]
) -> None:
    it = extra(id_, role, RADIO, variants=["M6"], **more)
    made = small({"action": "charge"}, files=(it,))
    view = with_slots(
        phone(made, {"bootloader": "unlocked"}),
        {"mode": "bootloader", "link": "cable", f"host.{id_}": "checked"},
    )
    ended = take(view, made, action="flash", partition=where, file=id_)
    told = {finding for finding, _subject in view.found} | {ended} - {""}
    assert told & {"image-for-another-partition", "place-not-told"} == found
