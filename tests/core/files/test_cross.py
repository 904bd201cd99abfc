"""Cross-checks: each matter from one edit, and silence where nothing is wrong."""

from typing import Any

import pytest

from anleitung.core.files.compare import compare_list
from anleitung.core.files.cross import Set, cross_check
from anleitung.core.files.lists import FORMS, checksum_list
from anleitung.core.files.words import demand_words, derived_words, name_words, way_words
from anleitung.core.formats.checksums import InvalidList
from anleitung.core.guide.bundle import Bundle
from tests.core.bundles import bundle

INSTALL, UPDATE = bundle("clean-install"), bundle("base-update")


def changed(made: Bundle, package: str, **more: Any) -> Bundle:
    packages = tuple(p.model_copy(update=more) if p.id == package else p for p in made.packages)
    return Bundle(made.guide, made.device, made.builds, packages, made.tools, made.schemes)


def kinds(*sets: Bundle) -> set[str]:
    named = [Set(f"{b.guide.title} {i}", b) for i, b in enumerate(sets)]
    return {m.kind for m in cross_check(named)}


def test_sets_of_the_demo_agree() -> None:
    assert kinds(UPDATE) == set()
    assert kinds(INSTALL, UPDATE) == {"no-way-back"}


MATTERS = [
    ("same-name", "radio-m6", {"sha256": "ab" * 32}),
    ("same-bytes", "radio-m6", {"name": "radio.img"}),
    ("latest", "radio-m6", {"sha256": None, "sources": ("https://m.example/latest/radio",)}),
    ("not-this-phone", "radio-m6", {"regions": ("XX",)}),
    ("not-this-phone", "radio-m6", {"platforms": (99,)}),
]


@pytest.mark.parametrize(("kind", "package", "more"), MATTERS)
def test_matter(kind: str, package: str, more: dict[str, Any]) -> None:
    assert kind in kinds(INSTALL, changed(UPDATE, package, **more)) - kinds(INSTALL, UPDATE)


def test_matter_names_every_set_that_it_concerns_once() -> None:
    told = cross_check(
        [Set("one", INSTALL), Set("two", changed(UPDATE, "radio-m6", sha256="ab" * 32))]
    )
    (first,) = [m for m in told if m.kind == "same-name"]
    assert first.sets == ("one", "two")
    assert first.says == "radio-12.4.7-m6.img has 2 different contents under the same name"
    (plain,) = cross_check([Set("a", INSTALL), Set("b", INSTALL)])
    assert plain.sets == ("a", "b")


def test_file_that_is_only_downloaded_is_in_no_step() -> None:
    idle = bundle("clean-install", ("guide.yaml", "file: rettungsring\n", "file: radio-m6\n"))
    (told,) = [m for m in cross_check([Set("x", idle)]) if m.kind == "in-no-step"]
    assert told.says == "rettungsring-3.2-palstek.img is in the set, and no step uses it"


FIXED = {"naming": {"rule": "fixed", "fixed": "update.zip", "because": "x"}, "ways": ("card",)}


def test_two_files_that_want_one_name() -> None:
    rule = type(INSTALL.packages[0].naming).model_validate(FIXED["naming"])
    one = changed(INSTALL, "radio-m6", naming=rule, ways=("card",))
    assert "same-fixed-name" not in kinds(one)
    assert "same-fixed-name" in kinds(changed(one, "radio-k6", naming=rule, ways=("card",)))


@pytest.mark.parametrize("form", FORMS)
def test_own_list_agrees_in_every_form(form: str) -> None:
    packages = list(INSTALL.world.packages.values())
    told = compare_list(packages, checksum_list(packages, form))
    assert {each.verdict for each in told} == {"agrees"}


def test_list_of_others_is_held_against_the_set() -> None:
    packages = list(INSTALL.world.packages.values())
    first, second, third = packages[:3]
    text = (
        f"{first.sha256}  {first.name}\n{'ab' * 32}  {second.name}\n"
        f"{'cd' * 20}  {third.name}\n{'ef' * 32}  stranger.img\nnonsense\n"
    )
    told = {each.name: each.verdict for each in compare_list(packages, text)}
    assert told[first.name] == "agrees"
    assert told[second.name] == "differs"
    assert told[third.name] == "differs", "only a digest that the set does not have"
    assert told["stranger.img"] == "not-in-set"
    assert told["line 5"] == "unreadable"
    assert list(told.values()).count("not-listed") == len(packages) - 3
    with pytest.raises(InvalidList, match="no line of this reads"):
        compare_list(packages, "nothing here")


def test_package_in_words() -> None:
    known = INSTALL.world.packages
    zipped, ring = known["wattlaeufer"], known["rettungsring"]
    assert demand_words(zipped) == [
        "variant M6 or K6",
        "installed by rettungsring or lotsenboot",
        "base PS-12.4.1-KU.r2 or newer",
    ]
    assert way_words(zipped) == (
        "by sideload or pushed over the cable; "
        "never on a card: the recovery reads cards only after the data was decrypted"
    )
    assert name_words(ring) == "any name: it is started and never stored"
    assert name_words(zipped) == "keep the name exactly"
    assert derived_words(zipped, known) == ""


def test_more_demands_in_words() -> None:
    more = INSTALL.world.packages["radio-m6"].model_copy(
        update={
            "regions": ("KU",),
            "platforms": (12, 13),
            "exact_base": "PS-12.4.7-KU.r3",
            "refused_by": ("lotsenboot",),
            "least_partition": 64_000_000,
            "processors": ("K-row",),
        }
    )
    assert demand_words(more) == [
        "variant M6",
        "region KU",
        "platform 12 or 13",
        "processor K-row",
        "refused by lotsenboot",
        "exactly the base PS-12.4.7-KU.r3",
        "a partition of 64.0 MB at least",
    ]
