"""Why each wipe and restart is there."""

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.proof.explain.reasons import Why, find_whys
from anleitung.core.proof.run.compile import run_bundle
from tests.core.bundles import bundle
from tests.core.proof.small import CHORD, FORMAT, IN_RING, INSTALL, OPEN, RESTART, Step, small

PARTS = ("radio", "firmware")


def whys(*steps: Step, admission: str = OPEN) -> dict[str, Why]:
    told = find_whys(run_bundle(small(*steps, admission=admission), Budget()))
    return {why.step: why for why in told}


def test_of_the_demo_guide_each_says_what_comes_without_it() -> None:
    told = {w.step: w for w in find_whys(run_bundle(bundle("clean-install"), Budget()))}
    kinds = {name: why.kind for name, why in told.items()}
    assert kinds == {f"{part}-for-{chip}": "release" for chip in ("m6", "k6") for part in PARTS} | {
        "format-data": "wipe",
        "install-wattlaeufer": "release",
        "first-start": "start",
    }
    assert told["format-data"].says.startswith("The phone hangs at boot: the data of the sys")
    assert 0 < told["format-data"].phones < told["format-data"].of
    assert told["first-start"].needed
    assert told["first-start"].phones == told["first-start"].of
    assert (told["first-start"].which, told["format-data"].which) == ("", "system stock")
    # Who would be turned away by a check further on needs the step as well.
    assert told["install-wattlaeufer"].needed
    assert "sent away by the check" in told["install-wattlaeufer"].says


@pytest.mark.parametrize(
    ("steps", "step", "needed"),
    [
        ((*IN_RING, FORMAT, INSTALL, RESTART), "s6", True),
        # A format twice: the second one changes nothing.
        ((*IN_RING, FORMAT, FORMAT, INSTALL, RESTART), "s7", False),
        # A start in between that nothing asks for.
        ((CHORD, RESTART, CHORD, RESTART), "s2", False),
    ],
)
def test_what_may_be_left_out_is_told(steps: tuple[Step, ...], step: str, needed: bool) -> None:
    why = whys(*steps)[step]
    assert why.needed is needed
    assert ("may be left out" in why.says) is not needed
