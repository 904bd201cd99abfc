"""Every hazard is found where its slip is made, and silent where it is not."""

import re
from pathlib import Path

import pytest

from anleitung.core.proof.findings import BY_ID
from tests.core.proof.every_hazard import EVERY_HAZARD, SITUATIONS
from tests.core.proof.hazards import HAZARDS, Hazard
from tests.core.proof.hazards_asked import ASKED
from tests.core.proof.small import small, told

DOCS = Path(__file__).parents[3] / "docs"


@pytest.mark.parametrize("hazard", EVERY_HAZARD, ids=lambda h: h.name)
def test_found_with_the_slip_and_silent_without(hazard: Hazard) -> None:
    found = told(small(*hazard.bad, **hazard.more))
    assert hazard.finding in {finding for finding, _ in found}
    well = hazard.more if hazard.well is None else hazard.well
    silent = {finding for finding, _ in told(small(*hazard.good, **well))}
    assert hazard.finding not in silent
    assert not {f for f in silent if BY_ID[f].severity.value == "stop"}, silent


@pytest.mark.parametrize(
    ("page", "stories"),
    [
        ("hazards.md", [*HAZARDS, *ASKED]),
        ("situations.md", [h for group in SITUATIONS.values() for h in group]),
    ],
)
def test_the_list_names_each_and_the_finding_that_catches_it(
    page: str, stories: list[Hazard]
) -> None:
    rows = re.findall(r"^\| ([^|]+?) \| \*([a-z-]+)\* \|", (DOCS / page).read_text(), re.M)
    assert {(h.name, h.finding) for h in stories} <= set(rows)
    assert {finding for _, finding in rows} <= set(BY_ID)
