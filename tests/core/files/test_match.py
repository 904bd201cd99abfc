"""Files at hand held against a set: every verdict, by digest first and by name second."""

from hashlib import md5, sha256
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.documents.package import Package
from anleitung.core.files.lists import all_digests, checksum_list, wanted_algorithms
from anleitung.core.files.match import FileAtHand, KnownBytes, looks_like_page, match_files
from anleitung.core.formats.checksums import read_checksums
from anleitung.core.formats.metalink import read_metalink


def _id(name: str) -> str:
    return "".join(c for c in name.partition(".")[0].lower() if c.isascii() and c.isalnum())


def package(name: str = "a.img", content: bytes = b"good", **more: Any) -> Package:
    value = {"id": _id(name), "name": name, "role": "other", "size": len(content)}
    if "derived" not in more:
        value["sha256"] = sha256(content).hexdigest()
    return Package.model_validate(value | more)


def found(name: str, content: bytes = b"good", inside: str = "") -> FileAtHand:
    digests = {"sha256": sha256(content).hexdigest()}
    return FileAtHand(name, len(content), digests, looks_like_page(content[:512]), inside)


FIXED = {"naming": {"rule": "fixed", "fixed": "update.zip", "because": "the recovery wants it"}}
VERDICTS = [
    ({}, found("a.img"), "right", "the right bytes"),
    ({}, found("b.img"), "misnamed", "rename it to a.img"),
    ({}, found("A.IMG"), "misnamed", "rename it to a.img"),
    ({"naming": {"rule": "free"}}, found("b.img"), "right", "the right bytes"),
    (FIXED, found("update.zip"), "right", "the right bytes"),
    (FIXED, found("a.img"), "right", "rename it to update.zip"),
    (FIXED, found("b.img"), "misnamed", "rename it to update.zip"),
    ({}, found("a.img", b"goo"), "wrong-bytes", "cut short: 3 of 4 bytes"),
    ({}, found("a.img", b"evil"), "wrong-bytes", "other bytes of the same length"),
    ({}, found("a.img", b"better"), "wrong-bytes", "Replaced under the same name?"),
    ({}, found("A.img", b"evil"), "wrong-bytes", "other bytes of the same length"),
    ({}, found("a.img", b"\n<!DOCTYPE html><p>Wait"), "wrong-bytes", "this is a web page"),
    ({}, found("c.img", b"other"), "unknown", "not in this set"),
]


@pytest.mark.parametrize(("more", "at_hand", "verdict", "says"), VERDICTS)
def test_verdict(more: dict[str, Any], at_hand: FileAtHand, verdict: str, says: str) -> None:
    told = match_files([package(**more)], [at_hand])
    assert (told[0].verdict, says in told[0].says) == (verdict, True), told[0]
    assert ("missing" in {m.verdict for m in told[1:]}) == (verdict == "unknown")


def test_older_release_under_the_name_is_recognised() -> None:
    known = KnownBytes({sha256(b"older").hexdigest(): "a.img of version 1.0.0"})
    (told,) = match_files([package()], [found("a.img", b"older")], known)
    assert told.says == "other bytes under this name: they are a.img of version 1.0.0"
    (told, _) = match_files([package()], [found("x.img", b"older")], known)
    assert told.says == "not in this set; its bytes are a.img of version 1.0.0"


def test_names_that_differ_only_in_normal_form_are_the_same() -> None:
    (told,) = match_files([package("bö.img")], [found("bo\u0308.img", b"evil")])
    assert told.verdict == "wrong-bytes"


DERIVED = {
    "derived": {
        "source": "a",
        "made": "patched",
        "place": "phone",
        "by": "Bootsmann patches it",
        "pattern": "ramdisk-*-patched.img",
    }
}


@pytest.mark.parametrize(
    ("name", "verdict"),
    [
        ("ramdisk-7f3a-patched.img", "derived"),
        ("ramdisk--patched.img", "derived"),
        ("ramdisk-patched.img", "unknown"),
        ("x-ramdisk-1-patched.img", "unknown"),
    ],
)
def test_derived_file_is_known_by_its_pattern_only(name: str, verdict: str) -> None:
    made = package("made.img", **DERIVED)
    told = match_files([made], [found(name)])
    assert told[0].verdict == verdict
    if verdict == "unknown":
        assert told[1].name == "ramdisk-*-patched.img"
        assert told[1].says == "still to be made: Bootsmann patches it"


def test_pattern_cannot_run_away() -> None:
    made = package("made.img", derived=DERIVED["derived"] | {"pattern": "*a*a*a"})
    assert match_files([made], [found("a" * 150 + "b")])[0].verdict == "unknown"


def test_weak_digest_alone_does_not_make_a_file_right() -> None:
    weak = package(sha256=None, also={"md5": md5(b"good").hexdigest()})
    at_hand = FileAtHand("a.img", 4, {"md5": md5(b"good").hexdigest()})
    assert match_files([weak], [at_hand])[0].verdict == "wrong-bytes"


def test_second_digest_that_differs_makes_it_wrong() -> None:
    both = package(also={"md5": md5(b"other").hexdigest()})
    digests = {"sha256": sha256(b"good").hexdigest(), "md5": md5(b"good").hexdigest()}
    assert match_files([both], [FileAtHand("a.img", 4, digests)])[0].verdict == "wrong-bytes"


_contents = st.binary(min_size=1, max_size=6)


@given(st.lists(_contents, min_size=1, max_size=5, unique=True), st.data())
def test_each_package_is_right_once_or_missing(contents: list[bytes], data: Any) -> None:
    packages = [package(f"f{i}.img", content) for i, content in enumerate(contents)]
    at_hand = data.draw(st.lists(st.sampled_from(range(len(contents))), unique=True))
    told = match_files(packages, [found(f"f{i}.img", contents[i]) for i in at_hand])
    assert [m.package for m in told[: len(at_hand)]] == [f"f{i}" for i in at_hand]
    assert {m.verdict for m in told[: len(at_hand)]} <= {"right"}
    assert {m.package for m in told[len(at_hand) :]} == {p.id for p in packages} - {
        f"f{i}" for i in at_hand
    }


def test_lists_in_all_forms_say_the_same() -> None:
    packages = [
        package("a.img", also={"md5": md5(b"good").hexdigest()}, sources=["https://m.example/a"]),
        package("b.img", b"other"),
        package("made.img", **DERIVED),
    ]
    two, tagged, link = (checksum_list(packages, f) for f in ("two-column", "tagged", "metalink"))
    wanted = {p.name: p.sha256 for p in packages if p.sha256}
    assert read_checksums(two).digests("sha256") == wanted
    assert read_checksums(tagged).digests("sha256") == wanted
    assert {f.name: f.digests["sha256"] for f in read_metalink(link).files} == wanted
    assert read_checksums(tagged).digests("md5") == {"a.img": md5(b"good").hexdigest()}
    assert wanted_algorithms(packages) == {"sha256", "md5"}
    assert list(all_digests(packages[0])) == ["sha256", "md5"]


BAD: list[tuple[dict[str, Any], str]] = [
    ({"naming": {"rule": "fixed"}}, "a fixed name belongs to the rule fixed"),
    ({"naming": {"rule": "fixed", "fixed": "x.zip"}}, "say why the file is renamed"),
    ({"ways": ["card"], "forbidden": [{"way": "card", "because": "x"}]}, "allowed and forbidden"),
    ({"installed_by": ["r"], "refused_by": ["r"]}, "accepts and refuses"),
    ({"derived": DERIVED["derived"], "sha256": "ab" * 32}, "has no digest and no source"),
    ({"derived": DERIVED["derived"] | {"pattern": "a/*"}}, "a plain file name"),
    ({"derived": DERIVED["derived"] | {"pattern": "*a*b*c*"}}, "more than three"),
    ({"also": {"sha512": "ab" * 32}}, "128"),
    ({"also": {"md5": "AB" * 16}}, "pattern"),
]


@pytest.mark.parametrize(("more", "message"), BAD)
def test_package_that_cannot_be_is_refused(more: dict[str, Any], message: str) -> None:
    with pytest.raises(ValueError, match=message):
        package(**more)
