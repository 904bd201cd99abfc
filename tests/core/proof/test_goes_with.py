"""What goes with what is what the entry rules say, cell by cell."""

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.proof.explain.goes_with import Cell, GoesWith, goes_with
from anleitung.demo.bundles import bundle_files
from tests.core.proof.small import small


def _cells(table: GoesWith, file: str) -> dict[str, Cell]:
    row = next(r for r in table.beside if r.package.id == file)
    names = [f"{s.family} {s.build}".strip() for s in table.systems]
    return dict(zip(names, row.cells, strict=True))


def _demo(codename: str, guide: str) -> GoesWith:
    return goes_with(read_bundle(bundle_files(codename, guide)), Budget())


CELLS = [
    ("achtknoten", "install-kiebitz", "rettungsring", "stock", "together", ""),
    ("palstek", "clean-install", "radio-k6", "stock", "some", "variant K6"),
    ("palstek", "clean-install", "radio-k6", "wattlaeufer 5.0", "some", "PS-12.4.1"),
    ("palstek", "root", "wattlaeufer-ramdisk", "stock", "never", "ramdisk"),
    ("schotstek", "generic-kiebitz", "kiebitz-boot", "kiebitz 2.4", "part", ""),
]


@pytest.mark.parametrize(("codename", "guide", "file", "system", "verdict", "words"), CELLS)
def test_a_cell_says_what_a_start_would(
    codename: str, guide: str, file: str, system: str, verdict: str, words: str
) -> None:
    cell = _cells(_demo(codename, guide), file)[system]
    assert cell.verdict == verdict
    assert words in cell.words


@pytest.mark.parametrize(
    ("needs", "verdict"),
    [([], "together"), ([{"that": "system is wattlaeufer", "because": "x"}], "never")],
)
def test_needs_decide_where_a_file_has_its_own(needs: list[dict[str, str]], verdict: str) -> None:
    kernel = {
        "id": "any-kernel",
        "role": "kernel",
        "writes": ["boot"],
        "content": {"family": "free", "build": "1", "needs": needs},
    }
    table = goes_with(small({"action": "charge"}, files=(kernel,)), Budget())
    assert _cells(table, "any-kernel")["stock"].verdict == verdict


def test_beyond_the_budget_nothing_is_claimed() -> None:
    bundle = read_bundle(bundle_files("palstek", "clean-install"))
    table = goes_with(bundle, Budget(nodes=1))
    assert not table.finished
    assert {c.verdict for r in table.beside for c in r.cells} <= {"not known", "part"}


def test_a_file_of_which_nobody_says_where_it_goes_is_left_out_and_told() -> None:
    radio = {"family": "stock", "build": "PS-12.4.7-KU.r3", "signer": "maker"}
    coast = {"id": "coast", "role": "firmware", "content": radio}
    table = goes_with(small({"action": "charge"}, files=(coast,)), Budget())
    assert "coast" in {p.id for p in table.left_out}
    assert "coast" not in {r.package.id for r in table.beside}


def test_phones_that_start_with_a_known_trouble_are_not_said_to_be_well() -> None:
    """Firmware of a build that nobody listed starts, and is a warning: so it is told."""
    content = {"family": "stock", "build": "PS-12.4.7-XX.r9", "signer": "maker"}
    radio = {"id": "odd-radio", "role": "firmware", "writes": ["radio"], "variants": ["M6"]}
    made = small({"action": "charge"}, files=({**radio, "content": content},))
    cell = _cells(goes_with(made, Budget()), "odd-radio")["stock"]
    assert cell.verdict == "some"
    assert "and there: " in cell.words
