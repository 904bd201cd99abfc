"""Phones, sets and conditions in words."""

import pytest

from anleitung.core.conditions.text import parse_condition
from anleitung.core.diagrams.boxes import describe
from anleitung.core.diagrams.run import DiagramAlgebra
from anleitung.core.diagrams.subject import same_value
from anleitung.core.diagrams.witness import find_witness
from anleitung.core.phone.world import NOT_LISTED
from anleitung.core.proof.explain.words import (
    boxes_words,
    condition_words,
    fact_words,
    values_words,
    witness_words,
)
from anleitung.core.proof.run.compile import compile_bundle
from tests.core.bundles import bundle
from tests.core.proof.small import small

GUIDE = bundle("clean-install", ("guide.yaml", "and every slot: base <= PS-12.4.7-KU.r3 ", ""))
_, PROCEDURE = compile_bundle(GUIDE)


@pytest.mark.parametrize(
    ("condition", "words"),
    [
        ("always", "any phone of this codename"),
        ("variant is K6", "the variant is K6"),
        ("carrier is not deichfunk", "the carrier is not Deichfunk"),
        ("region in {KU, BI}", "the region is BI or KU"),
        ("base >= PS-12.4.1-KU.r2", "the firmware base is PS-12.4.1-KU.r2 or newer"),
        ("base < PS-12.4.1-KU.r2", "the firmware base is older than PS-12.4.1-KU.r2"),
        ("mode is system", "the phone runs its system"),
        ("update is none", "no update of the system is waiting for a restart or being finished"),
        ("media is present", "the photos and files are there"),
        ("option.data is keep", "you choose “Keep data: only where Wattläufer runs already”"),
        ("every slot: system is stock", "in every slot the system is stock"),
        (
            "not base > PS-12.4.1-KU.r2",
            "this is not true: the firmware base is newer than PS-12.4.1-KU.r2",
        ),
        ("variant is M6 and slot is a", "the variant is M6 and the running slot is a"),
        ("variant is M6 or slot is a", "the variant is M6 or the running slot is a"),
        (
            "variant is M6 and (slot is a or region is KU)",
            "the variant is M6 and (the running slot is a or the region is KU)",
        ),
    ],
)
def test_conditions(condition: str, words: str) -> None:
    assert condition_words(GUIDE, parse_condition(condition)) == words


@pytest.mark.parametrize(
    ("condition", "words"),
    [
        ("variant is K6", "variant K6"),
        ("variant is K6 and slot is b", "variant K6, running slot b"),
        ("variant is K6 or slot is b", "variant M6, running slot b; or variant K6"),
        ("base >= PS-12.4.7-KU.r3", "firmware base PS-12.4.7-BI.r3 or newer"),
        ("base < PS-12.4.1-KU.r2", "firmware base PS-12.2.0-KU.r1 or older"),
        (
            "base > PS-12.1.0-KU.r1 and base < PS-12.4.7-KU.r3",
            "firmware base PS-12.2.0-BI.r1 to PS-12.4.1-KU.r2",
        ),
        (
            "base in {PS-12.1.0-KU.r1, PS-13.0.2-KU.r4}",
            "firmware base PS-12.1.0-KU.r1 or PS-13.0.2-KU.r4",
        ),
        ("option.data is keep", "choice data keep"),
    ],
)
def test_sets_of_phones(condition: str, words: str) -> None:
    space = PROCEDURE.space
    formula = GUIDE.world.formula(parse_condition(condition))
    node = formula.over(DiagramAlgebra(space, PROCEDURE.start.__getitem__))
    part = space.both(space.where(node, True), PROCEDURE.admitted)
    assert boxes_words(GUIDE, describe(space, part, PROCEDURE.admitted)) == words


def test_a_set_too_mixed_says_so() -> None:
    space = PROCEDURE.space
    same = space.join(same_value, space.var("base"), space.var("other-base"))
    found = describe(space, same, space.true)
    assert not found.exact
    assert boxes_words(GUIDE, found) == "some of them, too mixed for one sentence"
    on_k6 = space.both(same, space.where(space.var("variant"), "K6"))
    assert boxes_words(GUIDE, describe(space, on_k6, space.true)) == "some of those with variant K6"


def test_witness_names_what_differs_from_the_usual_phone() -> None:
    space = PROCEDURE.space
    usual = find_witness(space, space.true)
    assert usual is not None
    assert witness_words(GUIDE, usual) == "the usual palstek"
    odd = space.both(
        space.where(space.var("variant"), "K6"), space.where(space.var("base"), "not-listed")
    )
    found = find_witness(space, odd)
    assert found is not None
    assert witness_words(GUIDE, found) == (
        "a palstek with variant K6, firmware base a build that is not listed"
    )
    assert find_witness(space, space.false) is None


@pytest.mark.parametrize(
    ("fact", "words"),
    [
        ("oracle.first-set-up.account", "how step “first-set-up” turns out"),
        ("kept.schleuse.table", "switch table of schleuse, as it was left"),
        ("option.data", "choice data"),
        ("damaged", "what hangs"),
        ("own.card", "memory card"),
    ],
)
def test_no_inner_name_of_a_fact_is_shown(fact: str, words: str) -> None:
    card = {"id": "card", "says": "memory card", "values": ["there", "none"]}
    made = small({"action": "charge"}, device={"facts": [card]})
    assert fact_words(made, fact) == words


BUILDS = tuple(b.build for b in GUIDE.placed)


@pytest.mark.parametrize(
    ("values", "words"),
    [
        (BUILDS[:4], f"{BUILDS[3]} or older"),
        (BUILDS[-4:], f"{BUILDS[-4]} or newer"),
        (BUILDS[2:6], f"{BUILDS[2]} to {BUILDS[5]}"),
        ((*BUILDS[:4], NOT_LISTED), f"{BUILDS[3]} or older or a build that is not listed"),
        ((BUILDS[0], BUILDS[2], BUILDS[5]), f"{BUILDS[0]}, {BUILDS[2]} or {BUILDS[5]}"),
        ((BUILDS[0],), BUILDS[0]),
    ],
)
def test_builds_that_follow_one_another_are_a_range(values: tuple[str, ...], words: str) -> None:
    assert values_words(GUIDE, "base", values) == words


def test_a_phone_that_hangs_is_said_as_one() -> None:
    words = condition_words(GUIDE, parse_condition("mode in {stuck, system}"))
    assert words == "the phone runs its system or the phone hangs at boot"
