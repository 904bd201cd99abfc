"""Checksum lists as the host's own programs write them, ours back through them, and bad ones."""

import re
import subprocess
from hashlib import md5, sha1, sha256, sha512
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.formats.checksums import (
    MAX_LIST_LINES,
    InvalidList,
    Listed,
    read_checksums,
    write_checksums,
    write_tagged,
)
from anleitung.core.formats.metalink import (
    Metalink,
    MetalinkFile,
    looks_like_metalink,
    read_metalink,
    write_metalink,
)

NAMES = ("a.img", "back\\slash.img", "blank space.img", "bö(2).img", "two\nlines.img", "*star")
_names = st.text(st.characters(exclude_categories=["C", "Z"]), min_size=1, max_size=12).filter(
    lambda name: "/" not in name and name not in (".", "..")
)
_digests = st.text("0123456789abcdef", min_size=64, max_size=64)


@pytest.fixture
def folder(tmp_path: Path) -> Path:
    for name in NAMES:
        (tmp_path / name).write_text(name)
    return tmp_path


def run(folder: Path, *command: str) -> str:
    done = subprocess.run(command, cwd=folder, capture_output=True, check=True)
    return done.stdout.decode()


MAKERS = {"md5": md5, "sha1": sha1, "sha256": sha256, "sha512": sha512}


@pytest.mark.parametrize("algorithm", MAKERS)
@pytest.mark.parametrize("options", [[], ["--binary"], ["--tag"]])
def test_lists_of_the_usual_programs_are_read(
    algorithm: str, options: list[str], folder: Path
) -> None:
    read = read_checksums(run(folder, f"{algorithm}sum", *options, "--", *NAMES))
    assert read.faults == ()
    wanted = {name: MAKERS[algorithm](name.encode()).hexdigest() for name in NAMES}
    assert read.digests(algorithm) == wanted


def test_the_usual_programs_accept_ours(folder: Path) -> None:
    digests = {name: sha256(name.encode()).hexdigest() for name in NAMES}
    (folder / "SHA256SUMS").write_text(write_checksums(digests))
    run(folder, "sha256sum", "--strict", "-c", "SHA256SUMS")
    tagged = [Listed(n, a, m(n.encode()).hexdigest()) for n in NAMES for a, m in MAKERS.items()]
    (folder / "TAGGED").write_text(write_tagged(tagged))
    run(folder, "cksum", "--strict", "-c", "TAGGED")


@given(st.dictionaries(_names, _digests, max_size=5))
def test_both_forms_read_back_as_they_were_written(digests: dict[str, str]) -> None:
    read = read_checksums(write_checksums(digests))
    assert (read.digests("sha256"), read.faults) == (digests, ())
    tagged = [Listed(name, "sha256", digest) for name, digest in digests.items()]
    again = read_checksums(write_tagged(tagged))
    assert (again.digests("sha256"), again.faults) == (digests, ())


D = "ab" * 32


@pytest.mark.parametrize(
    ("text", "names"),
    [
        (f"\ufeff{D}  a.img\r\n{D}  b.img\r", ["a.img", "b.img"]),
        (f"# remark\n; remark\n\n{D.upper()} *a.img", ["a.img"]),
        (f"{D}\ta.img", ["a.img"]),
        (f"{D}  ./folder/a.img", ["a.img"]),
        (f"SHA256 (a.img) = {D}\n{D}  b.img", ["a.img", "b.img"]),
        (f"SHA256 (a) b.img) = {D}", ["a) b.img"]),
        (f"SHA256 (a.img) = {D[:32]} {D[32:]}", ["a.img"]),
    ],
)
def test_mixed_and_odd_lists_are_read(text: str, names: list[str]) -> None:
    read = read_checksums(text)
    assert ([each.name for each in read.lines], read.faults) == (names, ())
    assert {each.digest for each in read.lines} == {D}


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("nonsense", "expected a digest"),
        ("ab" * 31 + "  a.img", "62 hex digits belong to no digest"),
        (f"WHIRL9 (a.img) = {D}", "WHIRL9 is no algorithm that is known"),
        (f"SHA512 (a.img) = {D}", "sha512 has 128 hex digits, here are 64"),
        (f"{D}  ../a.img", "leaves its folder"),
        (f"{D}  folder/..", "leaves its folder"),
        (f"{'ab ' * 32} a.img", "expected a digest"),
    ],
)
def test_what_cannot_be_read_is_told_with_its_line(line: str, says: str) -> None:
    read = read_checksums(f"{D}  good.img\n{line}\n")
    assert [each.name for each in read.lines] == ["good.img"]
    assert [f.line for f in read.faults] == [2]
    assert says in read.faults[0].message


def test_sixty_four_digits_are_what_the_reader_says_they_are() -> None:
    assert read_checksums(f"{D}  a", algorithm="blake3").lines[0].algorithm == "blake3"
    assert read_checksums(f"BLAKE3 (a) = {D}").lines[0].algorithm == "blake3"


def test_as_many_lines_as_may_be_are_read_whatever_they_end_in() -> None:
    for ending in ("", "\n"):
        text = "\n".join(f"{D}  {'n' * 140}-{i}.img" for i in range(MAX_LIST_LINES)) + ending
        assert len(read_checksums(text).lines) == MAX_LIST_LINES


@pytest.mark.parametrize("text", ["x" * 5_000_001, "\n" * (MAX_LIST_LINES + 1)])
def test_list_that_is_too_large_is_refused(text: str) -> None:
    with pytest.raises(InvalidList):
        read_checksums(text)


FILES = (
    MetalinkFile("a & b.img", 12, (("md5", "cd" * 16), ("sha256", D)), ("https://mole.example/a",)),
    MetalinkFile("b<1>.img", None, (), ()),
)


def test_metalink_comes_back_as_it_went() -> None:
    text = write_metalink(FILES)
    assert looks_like_metalink(text)
    assert read_metalink(text) == Metalink(FILES, ())


def test_only_addresses_are_written_as_sources() -> None:
    said = ("the release page of the maker", "https://mole.example/a", "javascript:x", "http://[x")
    text = write_metalink([MetalinkFile("a.img", 1, (), said)])
    assert read_metalink(text).files[0].sources == ("https://mole.example/a",)
    assert text.count("<url") == 1


HEAD = '<metalink xmlns="urn:ietf:params:xml:ns:metalink">'
BOMB = '<!DOCTYPE m [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;&a;">]>' + HEAD + "&b;</metalink>"


@pytest.mark.parametrize(
    ("text", "says"),
    [
        (BOMB, "no entities"),
        ("<metalink", "no XML"),
        ("<metalink/>", "no Metalink 4"),
        ("x" * 5_000_001, "larger than"),
        (HEAD + '<file name="x"/>' * 20_001 + "</metalink>", "more than 20,000 files"),
    ],
)
def test_bad_metalink_is_refused_in_words(text: str, says: str) -> None:
    with pytest.raises(InvalidList, match=says):
        read_metalink(text)


def test_metalink_of_others_is_read() -> None:
    """Other order, upper case, unknown hashes and elements: what is known is taken."""
    urls = "".join(
        f'<url priority="{p}">https://m.example/{n}</url>'
        for p, n in (("9", 2), ("x", 3), ("1", 1))
    )
    text = (
        f'{HEAD}<generator>x</generator><file name="dir/a.img">{urls}'
        f'<hash type="sha-256">{D.upper()}</hash><hash type="sha-384">00</hash>'
        "<size>7</size></file></metalink>"
    )
    wanted = tuple(f"https://m.example/{n}" for n in (1, 2, 3))
    assert read_metalink(text) == Metalink(
        (MetalinkFile("a.img", 7, (("sha256", D),), wanted),), ()
    )
    prefixed = re.sub(r"<(/?)(?=\w)", r"<\1m:", text).replace("xmlns=", "xmlns:m=")
    padded = "<!-- " + "long " * 800 + "-->" + prefixed
    assert looks_like_metalink(padded)
    assert read_metalink(padded) == read_metalink(text)


@pytest.mark.parametrize(
    ("bad", "says"),
    [
        ('<file name="../x"/>', "leaves its folder"),
        ('<file name="x"><size>many</size></file>', "no number of bytes"),
        ('<file name="x"><hash type="sha-256">abc</hash></file>', "no sha256 digest"),
    ],
)
def test_one_bad_entry_takes_nothing_from_the_others(bad: str, says: str) -> None:
    good = f'<file name="good"><hash type="sha-256">{D}</hash></file>'
    read = read_metalink(f"{HEAD}{bad}{good}</metalink>")
    assert [(f.name, f.digests) for f in read.files if f.digests] == [("good", {"sha256": D})]
    assert [says in fault.message for fault in read.faults] == [True]
