"""Builds in bulk: pasted lists and CSV, each line told what it became."""

import csv
import io
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anleitung.core.documents.build import Build
from anleitung.core.formats.build_csv import (
    COLUMNS,
    InvalidCsv,
    looks_like_csv,
    read_build_csv,
    write_build_csv,
)
from anleitung.core.formats.build_list import (
    MAX_LINES,
    Filling,
    ListRow,
    TooManyLines,
    read_build_list,
    require_room,
)
from anleitung.core.formats.check_document import InvalidDocument, check_document
from tests.core.demo_catalogue import device, graph, plain, reader

PALSTEK = graph("palstek").builds


def paste(text: str, codename: str = "palstek", **filling: Any) -> list[ListRow]:
    return list(
        read_build_list(
            text,
            device=device(codename),
            reader=reader(codename),
            listed=graph(codename).builds,
            filling=Filling(**filling),
        )
    )


BECAME = [
    ("PS-13.1.0-KU.r5", "new", ""),
    ("  PS-13.1.0-KU.r5 ", "new", "spaces were taken out"),
    ("ＰＳ-13.1.0-KU.r5", "new", "made plain"),
    ("PS-13.1.0-KU.r5.zip", "new", "the file ending .zip was taken off"),
    ("PS_13.1.0_KU_r5_full.twz", "new", ""),
    ("PS-12.4.7-KU.r3", "known", "is in the catalogue already"),
    ("PS-12.4.7-XX.r3", "foreign", "region XX: palstek has KU, BI, HO"),
    ("AK-11.0.9-KU.r1", "foreign", "device AK: palstek has PS"),
    ("РS-12.4.7-KU.r3", "unreadable", "cyrillic capital letter er"),
    ("PS-12.4-KU.r3", "unreadable", "it fits up to place"),
]


@pytest.mark.parametrize(("line", "verdict", "says"), BECAME)
def test_what_a_line_became(line: str, verdict: str, says: str) -> None:
    (row,) = paste(line)
    assert (row.verdict, says in row.says) == (verdict, True), row


def test_build_of_a_pasted_line_has_what_its_string_says() -> None:
    (row,) = paste("PS_13.1.0_KU_r5_full.twz", patch_level="2026-11")
    assert row.build == Build(
        build="PS-13.1.0-KU.r5",
        platform=13,
        release="13.1.0",
        region="KU",
        rollback_index=5,
        patch_level="2026-11",
    )


def test_what_the_string_does_not_say_is_asked_for_once() -> None:
    line = "KAI9-M6/BI/2301"
    (row,) = paste(line, "poller", platform=12)
    assert (row.verdict, row.says) == (
        "incomplete",
        "its string does not say rollback index; give it for all lines",
    )
    (row,) = paste(line, "poller", platform=12, rollback_index=2)
    assert row.build is not None
    assert (row.verdict, row.build.rollback_index, row.build.release) == ("new", 2, "2301")


def test_second_of_the_same_is_told_and_empty_lines_keep_the_count() -> None:
    rows = paste("PS-13.1.0-KU.r5\n\n  PS-13.1.0-KU.r5\n")
    assert [(r.line, r.verdict) for r in rows] == [(1, "new"), (3, "twice")]


def test_too_many_lines_or_builds_are_refused_before_anything_is_stored() -> None:
    with pytest.raises(TooManyLines, match="25,001 lines"):
        paste("\n".join(["x"] * (MAX_LINES + 1)))
    rows = paste("\n".join(f"PS-14.{i}.0-KU.r5" for i in range(999)))
    require_room(rows, PALSTEK)
    with pytest.raises(TooManyLines, match="nothing was stored"):
        require_room(rows * 2, PALSTEK)


def test_without_a_scheme_a_list_cannot_be_read() -> None:
    rows = read_build_list(
        "PS-1", device=device("palstek"), reader=None, listed={}, filling=Filling()
    )
    assert "has no naming scheme" in rows[0].says


def _unplaced(build: Build) -> Build:
    return build.model_copy(update={"line": "main", "order": None})


@pytest.mark.parametrize("codename", ["palstek", "poller", "schotstek"])
def test_csv_comes_back_as_it_went(codename: str) -> None:
    builds = [_unplaced(b) for b in graph(codename).builds.values()]
    rows = read_build_csv(write_build_csv(builds), listed={})
    assert [r.build for r in rows] == builds
    again = read_build_csv(write_build_csv(builds), listed={b.build: b for b in builds})
    assert {r.verdict for r in again} == {"known"}


_texts = st.text(
    st.characters(
        codec="utf-8", exclude_categories=("Cc", "Cs", "Zl", "Zp", "Zs", "Cf", "Cn", "Co", "Mn")
    ),
    min_size=1,
    max_size=20,
)
_signs = st.text("';\\=+-@ ab\n", min_size=1, max_size=8).filter(lambda t: bool(t.strip()))


@settings(max_examples=200)
@given(
    notes=_texts | _signs,
    bugs=st.lists(_texts | _signs, max_size=3),
    withdrawn=st.booleans(),
    order=st.none() | st.integers(0, 9),
    line=st.sampled_from(["main", "side"]),
)
def test_any_build_survives_the_csv_and_none_is_a_formula(
    notes: str, bugs: list[str], withdrawn: bool, order: int | None, line: str
) -> None:
    value = {"build": "B-1", "platform": 1, "release": "1", "region": "KU", "rollback_index": 0}
    value |= {"order": order, "line": line}
    build = Build.model_validate(
        value | {"notes": notes, "known_bugs": bugs, "withdrawn": withdrawn}
    )
    text = write_build_csv([build])
    cells = list(csv.reader(io.StringIO(text)))[1]
    assert not any(cell.startswith(("=", "+", "-", "@")) for cell in cells)
    (row,) = read_build_csv(text, listed={})
    assert row.build == build


def test_a_table_without_the_order_leaves_it_as_it_is() -> None:
    value = {"build": "B-1", "platform": 1, "release": "1", "region": "KU", "rollback_index": 0}
    known = Build.model_validate(value | {"order": 3, "line": "side"})
    text = "build,platform,release,region,rollback_index\nB-1,1,1,KU,"
    rows = [read_build_csv(f"{text}{index}", listed={"B-1": known})[0] for index in "01"]
    assert [r.verdict for r in rows] == ["known", "changed"]
    assert rows[1].build
    assert rows[1].build.place == ("side", 3)


@pytest.mark.parametrize(
    ("text", "message"),
    [
        ("build,colour\nx,y", "no column is called 'colour'"),
        ("build,build\nx,y", "a column stands twice"),
        ('build,platform\n"x,1\n', "line "),
    ],
)
def test_csv_that_is_none_is_refused(text: str, message: str) -> None:
    assert looks_like_csv(text)
    with pytest.raises(InvalidCsv, match=message):
        read_build_csv(text, listed={})


def test_csv_rows_that_do_not_fit_are_told_with_their_line() -> None:
    head = "build,platform,release,region,rollback_index,withdrawn\n"
    rows = read_build_csv(
        head + "PS-12.4.7-KU.r3,12,12.4.7,KU,3,yes\nB-2,x,1,KU,0,perhaps\nB-3,1\n", listed=PALSTEK
    )
    assert [(r.line, r.verdict) for r in rows] == [
        (2, "changed"),
        (3, "incomplete"),
        (4, "unreadable"),
    ]
    assert "platform: expected a whole number" in rows[1].says
    assert "withdrawn: expected true or false" in rows[1].says
    assert not looks_like_csv("PS-12.4.7-KU.r3, and more")
    assert COLUMNS[0] == "build"


def test_fault_of_a_document_stands_at_its_field() -> None:
    value = plain("scheme", "tidewerk")
    forms = [{**value["forms"][0], "parts": [{"kind": "number", "field": "A", "least": "many"}]}]
    with pytest.raises(InvalidDocument) as caught:
        check_document("scheme", value | {"forms": forms, "colour": "x"})
    at = {".".join(map(str, f.at)): f.message for f in caught.value.faults}
    assert set(at) == {"forms.0.parts.0.field", "forms.0.parts.0.least", "colour"}
    assert "small letters" in at["forms.0.parts.0.field"]


@pytest.mark.parametrize("value", [[], "x", {"a": [0] * 20_001}])
def test_what_is_no_document_or_too_much_of_one_is_refused(value: Any) -> None:
    with pytest.raises(InvalidDocument):
        check_document("device", value)


def test_document_that_is_too_deep_is_refused() -> None:
    value: Any = {}
    for _ in range(14):
        value = {"a": value}
    with pytest.raises(InvalidDocument, match="12 levels"):
        check_document("device", value)


@pytest.mark.parametrize(
    ("shipped", "message"),
    [
        ({"kind": "incremental"}, "needs from_build"),
        ({"kind": "range", "from_least": "A"}, "needs from_most"),
        ({"kind": "full", "from_build": "A"}, "does not belong"),
    ],
)
def test_package_must_say_from_where(shipped: dict[str, Any], message: str) -> None:
    value = {"build": "B-1", "platform": 1, "release": "1", "region": "KU", "rollback_index": 0}
    with pytest.raises(InvalidDocument, match=message):
        check_document("build", value | {"shipped": [{"name": "f", "size": 1, **shipped}]})


def test_rows_of_one_build_that_contradict_each_other_are_told() -> None:
    head = "build,platform,release,region,rollback_index,package_kind,package_name,package_size\n"
    text = head + "B-1,12,1,KU,0,full,a.zip,5\nB-1,12,1,KU,0,full,b.zip,6\nB-1,13,1,KU,0,,,\n"
    rows = read_build_csv(text, listed={})
    assert [(r.line, r.verdict) for r in rows] == [(2, "new"), (4, "incomplete")]
    assert rows[1].says == "says otherwise of this build than line 2"
    assert rows[0].build is not None
    assert [p.name for p in rows[0].build.shipped] == ["a.zip", "b.zip"]
