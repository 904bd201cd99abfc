"""How a question with several answers, and the file for this phone, stand on the sheet."""

from typing import Any

import pytest

from anleitung.core.proof.prove import prove
from anleitung.core.sheet.build import build_sheet
from anleitung.core.sheet.model import RowOut
from tests.core.guide.test_cases import BOTH, CASES, FOR_PHONE, GET
from tests.core.proof.small import CHARGE, CHORD, PLUG, small

SIGHT = {"fact": "slot", "modes": ["bootloader"], "where": "line “slot”", "line": "slot a"}


def _rows(step: dict[str, Any], **device: Any) -> dict[str, RowOut]:
    made = small(GET, CHARGE, PLUG, CHORD, step, admission=BOTH, device=device or None)
    return {row.id: row for row in build_sheet(made, prove(made)).rows}


@pytest.mark.parametrize("step", [CASES, FOR_PHONE], ids=lambda s: s["action"])
def test_each_answer_leads_to_its_own_rows(step: dict[str, Any]) -> None:
    rows = _rows(step)
    asked = rows["radio"]
    assert (asked.kind, asked.asks, asked.sentence) == ("branch", "branch.radio", "Which chip?")
    assert [(a.id, a.says) for a in asked.answers] == [("radio-m6", "M6"), ("radio-k6", "K6")]
    for file, says in (("radio-m6", "M6"), ("radio-k6", "K6")):
        row = rows[f"write-{file}"]
        assert row.under == (f"branch.radio={file}",)
        assert row.arm == f"For {says}"
        assert row.depth == 1
        assert says.lower() in row.sentence


def test_a_question_of_the_variant_tells_how_variants_are_told_apart() -> None:
    told = _rows(FOR_PHONE)["radio"].seen_at
    assert [line.partition(":")[0] for line in told] == ["M6", "K6"]


def test_a_check_tells_where_its_fact_is_seen_and_for_example_how() -> None:
    check = {"action": "check", "id": "look", "that": "slot is a", "ask": "Is it slot a?"}
    assert _rows(check, sights=[SIGHT])["look"].seen_at == (
        "Running slot: line “slot”, for example “slot a”",
    )
    assert _rows(check, sights=[])["look"].seen_at == ()
