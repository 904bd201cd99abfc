"""A guide for several codenames: what it is for each, and what its documents must say of them."""

from collections.abc import Iterator
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.conditions.model import (
    ALWAYS,
    Condition,
    EverySlot,
    Is,
    Not,
    all_of,
    any_of,
    one_of,
)
from anleitung.core.conditions.text import parse_condition
from anleitung.core.formats.read_bundle import InvalidBundle, read_bundle
from anleitung.core.formats.write_bundle import write_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.for_codename import as_known
from anleitung.core.guide.walk import rows_of
from anleitung.core.proof.prove import prove
from anleitung.demo.bundles import bundle_files, demo_bundle
from tests.core.bundles import bundle

NAME = "wattlaeufer-tidewerk"
OTHER = "codenames/schotstek/device.yaml"


def edited(*edits: tuple[str, str, str]) -> Bundle:
    """file, text that stands there, text instead."""
    files = bundle_files("palstek", NAME)
    for file, old, new in edits:
        assert old in files[file].decode()
        files[file] = files[file].decode().replace(old, new).encode()
    return read_bundle(files)


def faults(*edits: tuple[str, str, str]) -> str:
    with pytest.raises(InvalidBundle) as caught:
        edited(*edits)
    return str(caught.value)


CODENAMES = ("bug", "heck")
LEAVES: Any = st.one_of(
    st.sampled_from([Is("codename", "bug"), Is("codename", "heck"), Is("fact", "a"), ALWAYS]),
    st.sampled_from([one_of("codename", ["bug", "heck"]), one_of("fact", ["a", "b"])]),
)
CONDITIONS = st.recursive(
    LEAVES,
    lambda inner: st.one_of(
        st.builds(Not, inner),
        st.builds(EverySlot, inner),
        st.lists(inner, min_size=2, max_size=3).map(all_of),
        st.lists(inner, min_size=2, max_size=3).map(any_of),
    ),
    max_leaves=12,
)


def value(condition: Condition | bool, codename: str, fact: str) -> bool:
    """What a condition says of one phone, worked out without the code that is tried here."""
    match condition:
        case bool():
            return condition
        case Not(of):
            return not value(of, codename, fact)
        case EverySlot(of):
            return value(of, codename, fact)
        case Is(name, wanted):
            return (codename if name == "codename" else fact) == wanted
    if hasattr(condition, "values"):
        return (codename if condition.fact == "codename" else fact) in condition.values
    told = [value(part, codename, fact) for part in condition.parts]  # type: ignore[union-attr]
    return all(told) if type(condition).__name__ == "And" else any(told)


@given(CONDITIONS, st.sampled_from(CODENAMES), st.sampled_from("abc"))
def test_a_condition_says_the_same_once_its_codename_is_known(
    condition: Condition, codename: str, fact: str
) -> None:
    left = as_known(condition, codename)
    assert value(left, codename, fact) == value(condition, codename, fact)
    assert "codename" not in str(left)


def test_one_guide_is_another_one_for_each_codename() -> None:
    whole = edited()
    assert whole.codenames == ("palstek", "schotstek")
    palstek, schotstek = whole.each
    assert {p.id for p in palstek.packages} == {"rettungsring", "wattlaeufer-palstek"}
    assert {p.id for p in schotstek.packages} == {"lotsenboot", "wattlaeufer-schotstek"}
    steps = [[row.step.id for row in rows_of(each.guide)] for each in whole.each]
    assert "into-bootloader" in steps[0]
    assert "into-bootloader" not in steps[1]
    assert "start-lotsenboot" in steps[1]
    assert "get-recovery-lotsenboot" in steps[1]
    assert not {"which-bootloader", "recovery", "take"} & {*steps[0], *steps[1]}
    assert str(schotstek.guide.admission).endswith("every slot: base >= SK-13.1.0-KU.r2")
    # As it is for one of them, it is a bundle that stands by itself.
    for each in whole.each:
        again = read_bundle(write_bundle(each))
        assert again.fingerprint == each.fingerprint != whole.fingerprint
        assert again.for_codename(each.device.codename) is again


def test_nothing_is_run_for_several_codenames_at_once() -> None:
    whole = edited()
    with pytest.raises(RuntimeError, match="for one of them"):
        prove(whole)
    with pytest.raises(KeyError):
        whole.for_codename("poller")


def test_it_is_written_and_read_with_all_its_codenames() -> None:
    whole = edited()
    again = read_bundle(write_bundle(whole))
    assert again.fingerprint == whole.fingerprint
    assert again.others == whole.others
    assert {"device/schotstek", "builds/schotstek"} <= whole.manifest.keys()


def test_what_is_wrong_for_one_codename_is_told_of_that_one() -> None:
    old = "codename is schotstek and every slot: base >= SK-13.1.0-KU.r2"
    slack = edited(("guide.yaml", old, "codename is schotstek"))
    found = [{f.id for f in prove(each).findings} for each in slack.each]
    assert found[0] == set()
    assert "base-too-old" in found[1]


FIRST = "codename is palstek and every slot: base is PS-12.4.7-KU.r3"
MISNAMED = [
    ("guide.yaml", "also_for: [schotstek]", "also_for: []", "the guide is not for schotstek; name"),
    ("guide.yaml", "[schotstek]", "[schotstek, poller]", "no codenames/poller/device.yaml"),
    ("guide.yaml", "[schotstek]", "[schotstek, palstek]", "codename id 'palstek' is used twice"),
    ("guide.yaml", FIRST, "codename is poller", "for poller; it is for palstek and schotstek"),
    ("guide.yaml", FIRST, "codename > palstek", "a codename has no order"),
    (
        "guide.yaml",
        "    - system is wattlaeufer\n    - mode is system\n",
        "    - codename is palstek or mode is system\n",
        "it promises nothing for palstek",
    ),
    ("guide.yaml", FIRST, "variant is M6", "variant is never 'M6'"),
    (OTHER, "codename: schotstek", "codename: poller", "belongs into codenames/poller/"),
    ("packages/lotsenboot.yaml", "[schotstek]", "[poller]", "the guide is not for poller"),
    ("packages/rettungsring.yaml", "codenames: [palstek]\n", "", "schotstek has no variant M6"),
    (OTHER, "usual_build: SK-13.1.3-KU.r2", "usual_build: SK-1-KU.r1", "does not list SK-1-KU.r1"),
]


@pytest.mark.parametrize(("file", "old", "new", "says"), MISNAMED)
def test_what_does_not_fit_is_told(file: str, old: str, new: str, says: str) -> None:
    told = faults((file, old, new))
    assert says in told
    assert file in told or "codenames/" in told


def test_a_codename_without_a_phone_or_a_step_is_told() -> None:
    rest = f"and ({FIRST}\n  or codename is schotstek and every slot: base >= SK-13.1.0-KU.r2)"
    told = faults(("guide.yaml", rest, "and codename is palstek"))
    assert "it admits no phone of schotstek" in told
    files = bundle_files("palstek", NAME)
    text = files["guide.yaml"].decode()
    steps = text.index("steps:\n")
    inner = "    then: [{id: charge, action: charge}]\n"
    alone = "steps:\n  - id: system\n    action: branch\n    on: codename is palstek\n"
    files["guide.yaml"] = f"{text[:steps]}{alone}    ask: Is it so?\n{inner}".encode()
    with pytest.raises(InvalidBundle, match="the guide has no step for schotstek"):
        read_bundle(files)


def test_a_file_of_the_other_codename_is_no_file_of_this_one() -> None:
    theirs = "file: wattlaeufer-palstek, source"
    whole = edited(("guide.yaml", "file: wattlaeufer-schotstek, source", theirs))
    found = {(f.id, f.severity, f.step) for f in prove(whole.for_codename("schotstek")).findings}
    assert ("file-not-in-set", "stop", "install-schotstek") in found


def test_an_old_bundle_is_what_it_was() -> None:
    one = bundle("clean-install")
    assert one.each == (one,)
    assert one.for_codename("palstek") is one


def _typed(whole: Bundle) -> Iterator[str]:
    yield from (str(p) for p in whole.guide.promise.holds)
    yield str(whole.guide.admission)


def test_promises_and_losses_of_one_codename_are_asked_of_it_alone() -> None:
    more = "    - codename is palstek or root is none\n    - mode is system\n"
    lose = ", {what: warranty, when: codename is palstek}]"
    whole = edited(
        ("guide.yaml", "    - mode is system\n", more),
        ("guide.yaml", ", media]", f", media{lose}"),
    )
    palstek, schotstek = whole.each
    assert "root is none" in list(_typed(schotstek))
    assert "root is none" not in list(_typed(palstek))
    assert "warranty" in palstek.guide.promise.lost
    assert "warranty" not in schotstek.guide.promise.lost
    assert parse_condition(str(whole.guide.admission)) == whole.guide.admission.condition
    assert demo_bundle("schotstek", NAME).device.codename == "schotstek"
