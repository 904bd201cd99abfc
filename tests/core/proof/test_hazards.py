"""Every hazard is found where its slip is made, and silent where it is not."""

import re
from pathlib import Path

import pytest

from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.demo.examples import examples
from tests.core.proof.every_hazard import EVERY_HAZARD
from tests.core.proof.hazards import Hazard
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


def test_the_lists_name_each_and_the_finding_that_catches_it() -> None:
    pages = [(DOCS / page).read_text() for page in ("hazards.md", "situations.md")]
    rows = {
        row for page in pages for row in re.findall(r"^\| ([^|]+?) \| \*([a-z-]+)\* \|", page, re.M)
    }
    told = {(h.name, h.finding) for h in EVERY_HAZARD}
    told |= {(e.says, e.finding) for e in examples().values() if e.says}
    assert told <= rows
    assert {finding for _, finding in rows} <= set(BY_ID)
