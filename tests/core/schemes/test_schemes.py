"""Naming schemes: decoding, composing, comparing; and schemes that read a string in two ways."""

import re
from collections.abc import Callable
from datetime import UTC, datetime
from functools import cache
from itertools import product
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anleitung.core.documents.scheme import Fixed, Form, NamingScheme
from anleitung.core.formats.read_bundle import read_scheme
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.schemes.ambiguity import find_two_ways
from anleitung.core.schemes.decode import (
    AmbiguousScheme,
    CannotCompose,
    CannotDecode,
    Comparison,
    Reader,
    _pattern,
)
from anleitung.core.schemes.judge import judge_fields
from anleitung.core.schemes.pieces import expression_of
from tests.core.bundles import bundle

DATA = Path(__file__).parents[3] / "anleitung" / "demo" / "data"


def scheme(path: str) -> Reader:
    return Reader(read_scheme(path, (DATA / path).read_bytes()))


TIDEWERK = scheme("schemes/tidewerk.yaml")
NORDMOLE = scheme("schemes/nordmole.yaml")


@pytest.mark.parametrize(
    ("reader", "text", "form", "fields"),
    [
        (TIDEWERK, "PS-12.4.7-KU.r3", "build", "PS 12 4 7 KU 3"),
        (NORDMOLE, "KAI9-M6/BI/2219c", "build", "KAI 9 M6 BI 2219 c"),
        (NORDMOLE, "KAI22-K6/KU/2253", "build", "KAI 22 K6 KU 2253 "),
        (NORDMOLE, "2219c_KAI9_M6_BI_full.mol", "file", "2219 c KAI 9 M6 BI"),
    ],
)
def test_decode(reader: Reader, text: str, form: str, fields: str) -> None:
    found = reader.decode(text)
    assert (found.form, list(found.fields.values())) == (form, fields.split(" "))


@pytest.mark.parametrize(
    ("text", "says", "at"),
    [
        ("", "nothing was given", 0),
        ("PS-12.4.7", "it fits up to place 9, then the string ends there", 9),
        ("PS-12.4.7-ku.r3", "it fits up to place 10, then got 'ku.r3'", 10),
        ("PS-12.04.7-KU.r3", "it fits up to place 7", 7),
        ("РS-12.4.7-KU.r3", "place 1 holds 'Р' (cyrillic capital letter er)", 0),
        ("PS-12.4.7-KU.r3" * 9, "longer than 80 signs", 0),
    ],
)
def test_what_cannot_be_read_is_refused_with_the_place(text: str, says: str, at: int) -> None:
    with pytest.raises(CannotDecode, match=re.escape(says)) as caught:
        TIDEWERK.decode(text)
    assert caught.value.at >= at


@pytest.mark.parametrize(
    ("text", "note"),
    [
        (" PS-12.4.7- KU.r3\n", "spaces were taken out"),
        ("ＰＳ-１２.4.7-KU.r3", "wide or styled signs were made plain"),
        ("PS-12.4.7-KU.r3.zip", "the file ending .zip was taken off"),
    ],
)
def test_what_people_paste_is_cleaned_and_told(text: str, note: str) -> None:
    found = TIDEWERK.decode(text)
    assert (found.text, found.notes) == ("PS-12.4.7-KU.r3", (note,))


@pytest.mark.parametrize(
    ("reader", "a", "b", "told"),
    [
        (TIDEWERK, "PS-12.4.7-KU.r3", "PS-12.10.0-BI.r3", Comparison.OLDER),
        (TIDEWERK, "PS-13.0.0-KU.r3", "PS-12.10.9-KU.r9", Comparison.NEWER),
        (TIDEWERK, "PS-12.4.7-KU.r3", "PS-12.4.7-BI.r3", Comparison.SAME),
        (TIDEWERK, "PS-12.4.7-KU.r3", "AK-12.4.7-KU.r3", Comparison.NOT_COMPARABLE),
        (NORDMOLE, "KAI9-M6/BI/2219", "KAI9-M6/BI/2219a", Comparison.OLDER),
        (NORDMOLE, "KAI9-M6/BI/2219c", "2220_KAI9_M6_BI_full.mol", Comparison.OLDER),
        (NORDMOLE, "KAI9-M6/BI/2219c", "KAI9-M6/KU/2220", Comparison.NOT_COMPARABLE),
    ],
)
def test_compare(reader: Reader, a: str, b: str, told: Comparison) -> None:
    back = {Comparison.OLDER: Comparison.NEWER, Comparison.NEWER: Comparison.OLDER}
    first, second = reader.decode(a), reader.decode(b)
    assert reader.compare(first, second) is told
    assert reader.compare(second, first) is back.get(told, told)


def strings(of: Reader, form: Form) -> st.SearchStrategy[str]:
    """Strings that the form reads, straight from the expression that is made of it."""
    return st.from_regex(_pattern(form), fullmatch=True, alphabet=st.characters(codec="ascii"))


def all_strings() -> st.SearchStrategy[tuple[Reader, str]]:
    return st.one_of(
        *(
            strings(reader, form).map(lambda text, r=reader: (r, text))
            for reader in (TIDEWERK, NORDMOLE)
            for form in reader.scheme.forms
        )
    )


@given(all_strings())
def test_composing_what_was_decoded_gives_the_string(pair: tuple[Reader, str]) -> None:
    reader, text = pair
    found = reader.read(text)
    assert reader.compose(found.form, found.fields) == text
    for other in (TIDEWERK, NORDMOLE):
        if other is not reader:
            with pytest.raises(CannotDecode):
                other.read(text)


@given(st.lists(strings(NORDMOLE, NORDMOLE.scheme.forms[0]), min_size=3, max_size=3))
def test_newer_is_a_strict_partial_order(texts: list[str]) -> None:
    a, b, c = map(NORDMOLE.read, texts)
    compare = NORDMOLE.compare
    assert compare(a, a) is Comparison.SAME
    assert (compare(a, b) is Comparison.OLDER) == (compare(b, a) is Comparison.NEWER)
    if compare(a, b) is Comparison.OLDER and compare(b, c) is Comparison.OLDER:
        assert compare(a, c) is Comparison.OLDER


def test_fields_that_read_otherwise_are_not_composed() -> None:
    fields = {"device": "PS", "platform": "12.4", "release": "7", "patch": "0", "region": "KU"}
    with pytest.raises(CannotCompose, match="does not read back"):
        TIDEWERK.compose("build", fields)
    with pytest.raises(CannotCompose, match="no form is called 'label'"):
        TIDEWERK.compose("label", fields)


_parts = st.one_of(
    st.sampled_from([".", "-", "A", "1"]).map(lambda t: {"kind": "fixed", "text": t}),
    st.tuples(st.integers(1, 2), st.integers(0, 1)).map(
        lambda t: {"kind": "number", "least": t[0], "most": t[0] + t[1]}
    ),
    st.tuples(st.integers(1, 2), st.integers(0, 1), st.sampled_from(["upper", "lower"])).map(
        lambda t: {"kind": "letters", "least": t[0], "most": t[0] + t[1], "case": t[2]}
    ),
    st.lists(st.sampled_from(["A", "AA", "1", "B1"]), min_size=1, max_size=2, unique=True).map(
        lambda v: {"kind": "one-of", "values": v}
    ),
    st.just({"kind": "respin"}),
    st.sampled_from(["yyww", "yymm"]).map(lambda form: {"kind": "date", "form": form}),
)


def _made(forms: list[list[dict[str, Any]]]) -> NamingScheme:
    plain = []
    for i, parts in enumerate(forms):
        named = [
            part if part["kind"] == "fixed" else part | {"field": f"f{j}"}
            for j, part in enumerate(parts)
        ]
        plain.append({"id": f"form-{i}", "what": "build", "parts": named})
    return NamingScheme.model_validate({"id": "made", "name": "made", "forms": plain})


@cache
def _taker(part: Any) -> Callable[[str], object]:
    alone = Form.model_construct(id="x", what="build", parts=(part,))
    return re.compile(_pattern(alone)).fullmatch


def _ways(of: NamingScheme, text: str) -> int:
    """In how many ways the scheme reads a text: every split tried, part by part."""

    def splits(parts: tuple[Any, ...], rest: str) -> int:
        if not parts:
            return rest == ""
        takes = _taker(parts[0])
        return sum(
            splits(parts[1:], rest[end:]) for end in range(len(rest) + 1) if takes(rest[:end])
        )

    return sum(splits(form.parts, text) for form in of.forms)


_forms = st.lists(st.lists(_parts, min_size=1, max_size=3), min_size=1, max_size=2).filter(
    lambda forms: all(any(p["kind"] != "fixed" for p in parts) for parts in forms)
)


@settings(max_examples=150)
@given(_forms)
def test_a_scheme_that_is_taken_reads_every_short_string_in_one_way(
    forms: list[list[dict[str, Any]]],
) -> None:
    made = _made(forms)
    found = find_two_ways(made)
    if found is None:
        for length in range(1, 5):
            for signs in product("AaB01.-", repeat=length):
                assert _ways(made, "".join(signs)) <= 1
    else:
        assert _ways(made, found.text) >= 2


def _plain_ways(part: dict[str, Any], text: str) -> bool:
    """Does a part take a text? docs/guide-format.md, "Naming schemes", said once more."""
    match part["kind"]:
        case "number" if part["least"] == part["most"]:
            return text.isdigit() and len(text) == part["most"]
        case "number":
            no_zero = text.isdigit() and (len(text) == 1 or text[0] != "0")
            first = part["least"] == 1 or not text.startswith("0")
            return no_zero and first and part["least"] <= len(text) <= part["most"]
        case "date":
            try:
                if part["form"] == "yyww":
                    return text.isdigit() and len(text) == 4 and 1 <= int(text[2:]) <= 53
                shape = {"yymm": "%y%m", "yymmdd": "%y%m%d", "yyyymmdd": "%Y%m%d"}[part["form"]]
                lengths = {"yymm": 4, "yymmdd": 6, "yyyymmdd": 8}
                # Two digits stand for a year of this century.
                full = text if shape.startswith("%Y") else "20" + text
                datetime.strptime(full, shape.replace("%y", "%Y")).replace(tzinfo=UTC)
                return text.isdigit() and len(text) == lengths[part["form"]]
            except ValueError:
                return False
        case _:
            raise AssertionError(part)


_NUMBERS = [
    {"kind": "number", "least": least, "most": most}
    for least, most in ((1, 1), (1, 2), (1, 3), (2, 2), (2, 3), (3, 4))
]
_DATES = [{"kind": "date", "form": form} for form in ("yyww", "yymm", "yymmdd", "yyyymmdd")]


@pytest.mark.parametrize("part", [*_NUMBERS, *_DATES])
def test_numbers_and_dates_are_exactly_those_that_there_are(part: dict[str, Any]) -> None:
    pattern = re.compile(expression_of(_made([[part]]).forms[0].parts[0]))
    texts = [f"{i:0{width}}" for width in range(1, 5) for i in range(10**width)]
    if part.get("form") in ("yymmdd", "yyyymmdd"):
        years = ("1900", "2000", "2023", "2024", "2100")
        texts = [
            f"{year[-2:] if part['form'] == 'yymmdd' else year}{month:02}{day:02}"
            for year in years
            for month in range(14)
            for day in range(33)
        ]
    for text in texts:
        assert bool(pattern.fullmatch(text)) == _plain_ways(part, text), text


SOUND = [
    [{"kind": "number", "least": 1, "most": 2}, {"kind": "fixed", "text": "0"}],
    [{"kind": "date", "form": "yymm"}, {"kind": "number", "least": 3, "most": 3}],
]


def test_what_leading_zeros_tell_apart_is_taken() -> None:
    """ "10" is one number and "1", "0" are none that follow each other without a zero before."""
    apart = _made([[{"kind": "fixed", "text": "0"}, SOUND[0][0]], [SOUND[0][0], SOUND[0][0]]])
    assert find_two_ways(_made([SOUND[1]])) is None
    zero = {"kind": "fixed", "text": "0"}
    assert find_two_ways(_made([[zero, _NUMBERS[4]], [_NUMBERS[4]]])) is None
    twice = find_two_ways(apart)
    assert twice is not None
    assert _ways(apart, twice.text) >= 2


def test_a_search_without_end_is_told_with_the_parts_to_change() -> None:
    with pytest.raises(AmbiguousScheme, match=r"cannot decide within .* f\d+ in the form form-0"):
        Reader(_hard())


def _hard() -> NamingScheme:
    """Words of one letter, ended by another: one way to read, and very many places to stand."""
    words = {"kind": "one-of", "values": ["A" * i + "C" for i in range(1, 19)]}
    other = {"kind": "one-of", "values": ["A" * i + "D" for i in range(1, 19)]}
    return _made([[words] * 28, [other] * 28, [words] * 14 + [other] * 14])


@pytest.mark.parametrize(
    ("parts", "example"),
    [
        ([{"kind": "number"}, {"kind": "number"}], "110"),
        ([{"kind": "one-of", "values": ["K", "KA"]}, {"kind": "letters", "most": 2}], "KAA"),
        ([{"kind": "letters", "case": "lower"}, {"kind": "respin"}, {"kind": "respin"}], "aa"),
    ],
)
def test_scheme_that_reads_two_ways_is_refused_with_an_example(
    parts: list[dict[str, Any]], example: str
) -> None:
    made = _made([parts])
    assert _ways(made, example) == 2
    with pytest.raises(AmbiguousScheme, match=f"reads '{example}' in two ways"):
        Reader(made)


def test_fields_are_judged_against_the_codename() -> None:
    device = bundle().device
    found = TIDEWERK.decode("AK-12.4.7-XX.r3")
    judged = {f.field: (f.verdict, f.says) for f in judge_fields(found, TIDEWERK.scheme, device)}
    assert judged["device"] == ("differs", "device AK: palstek has PS")
    assert judged["region"] == ("differs", "region XX: palstek has KU, BI, HO")
    assert judged["platform"] == ("", "")


@pytest.mark.parametrize(
    ("old", "new", "message"),
    [
        ("build: PS-12.1.0-KU.r1\n", "build: PS-12.1-KU.r1\n", "does not read as a Tidewerk build"),
    ],
)
def test_builds_must_read_and_be_ordered_as_the_scheme_says(
    old: str, new: str, message: str
) -> None:
    with pytest.raises(Exception, match=re.escape(message)):
        bundle("unlock", ("builds.yaml", old, new))


def numbered(orders: dict[str, int]) -> list[str]:
    """What the unlock guide says of its builds where they bring these orders, 500 by default."""
    made = bundle("unlock")
    builds = tuple(
        b.model_copy(update={"order": orders.get(b.build, 500), "line": f"l{i}"})
        if b.build not in orders
        else b.model_copy(update={"order": orders[b.build]})
        for i, b in enumerate(made.builds)
    )
    changed = Bundle(made.guide, made.device, builds, made.packages, made.tools, made.schemes)
    return [m.message for m in check_bundle(changed)]


def test_order_of_builds_must_be_that_of_the_scheme() -> None:
    assert numbered({"PS-12.1.0-KU.r1": 10, "PS-12.2.0-KU.r1": 20}) == []
    (told,) = numbered({"PS-12.1.0-KU.r1": 25, "PS-12.2.0-KU.r1": 20})
    assert "by its order PS-12.1.0-KU.r1 is newer than PS-12.2.0-KU.r1" in told


def test_some_orders_or_none_without_a_scheme_are_refused() -> None:
    first = "- build: PS-12.1.0-KU.r1"
    with pytest.raises(
        Exception, match=r"some builds have an order and PS-12\.2\.0-KU\.r1 has none"
    ):
        bundle("unlock", ("builds.yaml", first, f"- order: 1\n    {first[2:]}"))
    with pytest.raises(Exception, match="has no order, and the codename has no naming scheme"):
        bundle("unlock", ("device.yaml", "scheme: tidewerk\n", ""))


def test_scheme_that_the_device_names_must_be_in_the_bundle() -> None:
    with pytest.raises(Exception, match="no scheme in the bundle is called nordmole"):
        bundle("unlock", ("device.yaml", "scheme: tidewerk", "scheme: nordmole"))


def test_every_fixed_text_is_taken_literally() -> None:
    made = _made([[{"kind": "fixed", "text": ".*"}, {"kind": "number"}]])
    assert isinstance(made.forms[0].parts[0], Fixed)
    with pytest.raises(CannotDecode):
        Reader(made).read("xx1")
    assert Reader(made).read(".*1").fields == {"f1": "1"}
