"""Every hazard is found where its slip is made, and silent where it is not."""

import re
from pathlib import Path

import pytest

from anleitung.core.proof.findings import BY_ID
from tests.core.proof.hazards import HAZARDS, Hazard
from tests.core.proof.hazards_asked import ASKED
from tests.core.proof.small import small, told

LIST = Path(__file__).parents[3] / "docs" / "hazards.md"


@pytest.mark.parametrize("hazard", [*HAZARDS, *ASKED], ids=lambda h: h.name)
def test_found_with_the_slip_and_silent_without(hazard: Hazard) -> None:
    found = told(small(*hazard.bad, **hazard.more))
    assert hazard.finding in {finding for finding, _ in found}
    well = hazard.more if hazard.well is None else hazard.well
    silent = {finding for finding, _ in told(small(*hazard.good, **well))}
    assert hazard.finding not in silent
    assert not {f for f in silent if BY_ID[f].severity.value == "stop"}, silent


def test_the_list_of_hazards_names_each_and_the_finding_that_catches_it() -> None:
    rows = re.findall(r"^\| ([^|]+?) \| \*([a-z-]+)\* \|", LIST.read_text(), re.M)
    assert {(h.name, h.finding) for h in (*HAZARDS, *ASKED)} <= set(rows)
    assert {finding for _, finding in rows} <= set(BY_ID)
