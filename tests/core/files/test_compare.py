"""A list of somebody else against a set: held against an independent statement of the rule."""

from hashlib import blake2b, md5, sha1, sha256, sha512
from typing import Any

import blake3
import pytest
from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.documents.package import Package
from anleitung.core.files.compare import compare_list

MAKE: dict[str, Any] = {
    "sha256": lambda b: sha256(b).hexdigest(),
    "blake3": lambda b: blake3.blake3(b).hexdigest(),
    "sha512": lambda b: sha512(b).hexdigest(),
    "blake2b": lambda b: blake2b(b).hexdigest(),
    "sha1": lambda b: sha1(b, usedforsecurity=False).hexdigest(),
    "md5": lambda b: md5(b, usedforsecurity=False).hexdigest(),
}
TAG = {
    "sha256": "SHA256",
    "blake3": "BLAKE3",
    "sha512": "SHA512",
    "blake2b": "BLAKE2b",
    "sha1": "SHA1",
    "md5": "MD5",
}
LENGTH = {name: len(make(b"")) for name, make in MAKE.items()}
BYTES = {"good": b"good", "bad": b"bad", "worse": b"worse"}


def package(holds: list[str], name: str = "a.img") -> Package:
    given = {a: MAKE[a](BYTES["good"]) for a in holds}
    return Package.model_validate(
        {
            "id": "a",
            "name": name,
            "role": "other",
            "size": 4,
            "sha256": given.pop("sha256", None),
            "also": given,
        }
    )


_lines = st.lists(
    st.tuples(st.sampled_from(sorted(MAKE)), st.sampled_from(sorted(BYTES)), st.booleans()),
    min_size=1,
    max_size=4,
)
_holds = st.lists(st.sampled_from(sorted(MAKE)), unique=True, max_size=6)


def expected(holds: list[str], lines: list[tuple[str, str, bool]]) -> set[str]:
    """What may be said, by trying every meaning that the untagged lines may have.

    A meaning gives each line one algorithm of its length. It is a good one where no algorithm has
    two digests; it agrees where every line of an algorithm that the set holds has the set's.
    """
    own = {a: MAKE[a](BYTES["good"]) for a in holds}
    read = [(a, MAKE[a](BYTES[of]), tagged) for a, of, tagged in lines]
    meanings: list[dict[str, set[str]]] = [{}]
    for algorithm, digest, tagged in read:
        may_be = [algorithm] if tagged else [a for a in MAKE if LENGTH[a] == LENGTH[algorithm]]
        may_be = [a for a in may_be if own.get(a) == digest] or may_be
        meanings = [{**m, a: m.get(a, set()) | {digest}} for m in meanings for a in may_be]
    good = [m for m in meanings if all(len(found) == 1 for found in m.values())]
    if not good:
        return {"contradicts"}
    touched = [m for m in good if any(a in own for a in m)]
    agrees = [m for m in touched if all(m[a] == {own[a]} for a in m if a in own)]
    return {"agrees" for _ in agrees[:1]} | {
        "differs" for _ in [1] if not agrees or len(agrees) < len(good)
    }


@given(_holds, _lines)
def test_verdict_is_one_that_some_reading_of_the_list_bears_out(
    holds: list[str], lines: list[tuple[str, str, bool]]
) -> None:
    text = "".join(
        f"{TAG[a]} (a.img) = {MAKE[a](BYTES[of])}\n" if tagged else f"{MAKE[a](BYTES[of])}  a.img\n"
        for a, of, tagged in lines
    )
    (told,) = compare_list([package(holds)], text)
    assert told.verdict in expected(holds, lines), (told, text)
    if all(of == "good" for _, of, _ in lines) and {a for a, _, _ in lines} <= set(holds):
        assert told.verdict == "agrees"


G = {a: make(b"good") for a, make in MAKE.items()}


@pytest.mark.parametrize(
    ("holds", "name", "text", "verdict", "says"),
    [
        (["blake3"], "a.img", f"{G['blake3']}  a.img", "agrees", "BLAKE3"),
        (["blake2b"], "a.img", f"{G['blake2b']}  a.img", "agrees", "BLAKE2b"),
        (["sha512"], "a.img", f"{G['blake2b']}  a.img", "differs", "or the list means BLAKE2b"),
        (["sha512"], "a.img", f"BLAKE2b (a.img) = {G['blake2b']}", "differs", "nothing to compare"),
        (
            ["sha256"],
            "a.img",
            f"{G['sha256']}  a.img\nSHA256 (a.img) = {'0' * 64}",
            "contradicts",
            "(lines 1, 2)",
        ),
        (["sha256"], "A.img", f"{G['sha256']}  a.IMG", "agrees", "spelled A.img"),
        (["sha256"], "bö.img", f"{G['sha256']}  bo\u0308.img", "agrees", "spelled bö.img"),
    ],
)
def test_kinds_contradictions_and_spellings_are_told(
    holds: list[str], name: str, text: str, verdict: str, says: str
) -> None:
    (told,) = compare_list([package(holds, name)], text)
    assert (told.verdict, says in told.says) == (verdict, True), told.says
