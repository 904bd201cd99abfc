"""A newer release of a file: which one it follows, what is taken over, and what is asked."""

from dataclasses import replace

import pytest

from anleitung.core.documents.package import Package
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.proof.prove import prove
from anleitung.core.writing.newer import (
    NewFile,
    follows,
    older_names,
    taken_over,
    with_newer,
    words_apart,
)
from anleitung.core.writing.tree import EditRefused
from anleitung.demo.bundles import bundle_files, demo_bundle
from tests.core.bundles import bundle

INSTALL = bundle("clean-install")
STOCK = demo_bundle("palstek", "return-to-stock")
APART = frozenset({"m6", "k6", "palstek"})
SHA = "5" * 64

# A name, one before it, and what moved from the older to the newer; None where it does not follow.
NAMES: list[tuple[str, str, dict[str, str] | None]] = [
    ("ring-3.3-palstek.img", "ring-3.2-palstek.img", {"3.2": "3.3"}),
    ("ring-3.10.img", "ring-3.9.img", {"3.9": "3.10"}),
    ("ring-3.2.img", "ring-3.2.img", None),
    ("ring-3.1.img", "ring-3.2.img", None),
    ("ring-3.3-ramdisk.img", "ring-3.2.img", None),
    ("ring-3.3.zip", "ring-3.2.img", None),
    ("bell-3.3.img", "ring-3.2.img", None),
    ("radio-12.6.0-m6.img", "radio-12.4.7-m6.img", {"12.4.7": "12.6.0"}),
    ("radio-12.6.0-k6.img", "radio-12.4.7-m6.img", None),
    ("radio-12.4.7-m6.img", "radio-12.4.7-k6.img", None),
    ("bird-alpha4-x.img", "bird-alpha3-x.img", {"alpha3": "alpha4"}),
    ("PS_12.6.0_KU_r1.img", "PS_12.4.7_KU_r3.img", {"12.4.7": "12.6.0", "r3": "r1"}),
    ("PS_12.6.0_BI_r1.img", "PS_12.4.7_KU_r3.img", None),
    ("2531d_base.mol", "2531c_base.mol", {"2531c": "2531d"}),
    ("2531_base.mol", "2531c_base.mol", None),
    ("2602_base.mol", "2531c_base.mol", {"2531c": "2602"}),
]


@pytest.mark.parametrize(("name", "before", "moved"), NAMES)
def test_names_say_which_file_follows_which(
    name: str, before: str, moved: dict[str, str] | None
) -> None:
    assert follows(name, before, APART) == moved
    # Which of two follows the other is never both ways.
    assert moved is None or follows(before, name, APART) is None


def newer(of: Bundle, name: str, before: str, **more: str) -> Bundle:
    made = with_newer(of, NewFile(name=name, sha256=SHA, size=77, before=before, **more))
    assert made is not None
    assert made.rows == ((before, name),)
    assert check_bundle(made.bundle) == []
    return made.bundle


def package(of: Bundle, name: str) -> Package:
    return next(p for p in of.packages if p.name == name)


def test_the_latest_that_a_name_follows_comes_first() -> None:
    ring = package(INSTALL, "rettungsring-3.2-palstek.img")
    older = ring.model_copy(update={"id": "old", "name": "rettungsring-3.1-palstek.img"})
    found = older_names("rettungsring-3.3-palstek.img", (older, ring), words_apart(INSTALL))
    assert found == [ring.name, older.name]
    assert older_names("rettungsring-3.0-palstek.img", (older, ring), frozenset()) == []


def test_a_newer_recovery_stands_under_the_same_id_with_bytes_of_its_own() -> None:
    before = package(INSTALL, "rettungsring-3.2-palstek.img")
    made = newer(INSTALL, "rettungsring-3.3-palstek.img", before.name, source="mirror.example/x")
    now = package(made, "rettungsring-3.3-palstek.img")
    assert (now.id, now.sha256, now.size) == (before.id, SHA, 77)
    assert (now.content.build, now.sources) == ("3.3", ("mirror.example/x",))  # type: ignore[union-attr]
    # Nothing else of the guide is another, and the proof still comes to its end.
    assert made.guide == INSTALL.guide
    assert [f.id for f in prove(made).findings if f.severity == "stop"] == [
        f.id for f in prove(INSTALL).findings if f.severity == "stop"
    ]


# Of a guide: the newer and the older file, the build that is named, and what is then said.
ASKED: list[tuple[Bundle, str, str, str, str]] = [
    (INSTALL, "radio-12.6.0-m6.img", "radio-12.4.7-m6.img", "", "none that is known here fits"),
    (INSTALL, "radio-12.6.0-m6.img", "radio-12.4.7-m6.img", "PS-99", "No build PS-99"),
    (INSTALL, "radio-12.4-m6.img", "rettungsring-3.2-palstek.img", "", "Which release"),
    (INSTALL, "bad/name", "rettungsring-3.2-palstek.img", "4", "name"),
    (INSTALL, "radio-12.4.7-k6.img", "radio-12.4.7-m6.img", "PS-12.4.7-KU.r3", "same file name"),
    (demo_bundle("palstek", "root"), "x-2.img", "ramdisk-bootsmann.img", "", "made from another"),
    (demo_bundle("poller", "return-to-stock"), "schleuse.zip", "schleuse-3.8.zip", "", "version"),
]  # fmt: skip


@pytest.mark.parametrize(("of", "name", "before", "build", "says"), ASKED)
def test_what_no_name_says_is_asked_and_never_guessed(
    of: Bundle, name: str, before: str, build: str, says: str
) -> None:
    with pytest.raises(EditRefused, match=says):
        with_newer(of, NewFile(name, SHA, 77, before, build))


def test_the_build_of_a_makers_file_is_read_by_the_scheme_or_is_the_one_that_fits() -> None:
    """An older state of the same guide is led to the builds of today."""
    back = {"12.4.7": "12.4.1", "_r3": "_r2", "-KU.r3": "-KU.r2"}

    def older(text: str) -> str:
        for now, then in back.items():
            text = text.replace(now, then)
        return text

    def as_then(each: Package) -> Package:
        if each.content is None or each.content.build != "PS-12.4.7-KU.r3":
            return each
        content = each.content.model_copy(update={"build": "PS-12.4.1-KU.r2"})
        return each.model_copy(update={"name": older(each.name), "content": content})

    for of, name in ((STOCK, "PS_12.4.7_KU_r3_boot.img"), (INSTALL, "radio-12.4.7-m6.img")):
        then = replace(of, packages=tuple(map(as_then, of.packages)))
        made = newer(then, name, older(name))
        assert package(made, name).content == package(of, name).content


def test_what_is_made_from_it_holds_the_newer_release() -> None:
    root = demo_bundle("palstek", "root")
    made = newer(root, "wattlaeufer-5.1-palstek-ramdisk.img", "wattlaeufer-5.0-palstek-ramdisk.img")
    assert {p.content.build for p in made.packages if p.content} == {"5.1"}


def test_what_is_taken_over_is_told() -> None:
    told = taken_over(package(INSTALL, "wattlaeufer-5.0-palstek.zip"))
    assert "Oldest" not in str(told)
    assert "least base: PS-12.4.1-KU.r2" in told
    assert not [each for each in told if each.startswith(("sha256", "SHA", "size", "sources"))]


def test_a_guide_for_two_codenames_gets_it_for_the_one_that_it_is_of() -> None:
    whole = read_bundle(bundle_files("palstek", "wattlaeufer-tidewerk"))
    file = NewFile("rettungsring-3.3-palstek.img", SHA, 77, "rettungsring-3.2-palstek.img")
    made = with_newer(whole, file, "palstek")
    assert made is not None
    assert check_bundle(made.bundle) == []
    here, there = (made.bundle.for_codename(c) for c in ("palstek", "schotstek"))
    assert file.name in {p.name for p in here.packages}
    assert there.packages == whole.for_codename("schotstek").packages


def test_a_guide_without_the_older_file_is_left_alone() -> None:
    assert with_newer(INSTALL, NewFile("a-2.img", SHA, 1, "a-1.img")) is None
