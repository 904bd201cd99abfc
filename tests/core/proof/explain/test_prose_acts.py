"""What prose tells to do beyond its step."""

import pytest

from anleitung.core.proof.explain.prose_acts import acts_told
from anleitung.core.proof.prove import prove
from tests.core.proof.small import CHARGE, IN_RING, Step, flash, small

TOLD = [
    ("Then clear the flash counter.", {"charge"}, ["Then clear the flash counter."]),
    (
        "Hold it level. Now **wipe** the data, all of it!",
        {"charge"},
        ["Now wipe the data, all of it!"],
    ),
    ("- Look at the lock.\n- Relock the bootloader.", {"check"}, ["Relock the bootloader."]),
    ("You must also flash the radio.", {"charge"}, ["You must also flash the radio."]),
    ("Please, reset the counter: it is three.", {"flash"}, ["Please, reset the counter:"]),
    # What the step does, what is only said, and what nobody is told to do.
    ("Wipe it in the menu of the recovery.", {"menu"}, []),
    ("Flash the image with the command beside.", {"flash"}, []),
    ("The flash counter is cleared by itself.", {"charge"}, []),
    ("Never wipe the data here. Do not flash anything.", {"charge"}, []),
    ("It formats the data.", {"charge"}, []),
    ("Clear the counter by hand.", {"by-hand"}, []),
    # Commands in code, and what only looks like one.
    ("Give `lotse drop data` once.", {"flash"}, ["lotse drop data"]),
    ("```\n./lotse.exe drop data\n```", {"charge"}, ["./lotse.exe drop data"]),
    ("The tool is called `lotse`; its folder is `lotse/bin`.", {"charge"}, []),
    ("`ls -l` shows what is there.", {"charge"}, []),
]


@pytest.mark.parametrize(("prose", "done", "told"), TOLD)
def test_acts_that_no_step_does_are_told(prose: str, done: set[str], told: list[str]) -> None:
    assert list(acts_told(prose, frozenset(done), frozenset({"lotse"}))) == told


def found(*steps: Step, introduction: str = "") -> list[tuple[str, str]]:
    bundle = small(*steps)
    guide = bundle.guide.model_copy(update={"introduction": introduction})
    proof = prove(bundle.with_guide(guide))
    return [(f.subject, f.step) for f in proof.findings if f.id == "act-in-prose"]


def test_the_command_beside_a_step_may_be_said_again_and_another_may_not() -> None:
    own, other = "lotse write radio radio-12.4.7-m6.img", "lotse write firmware other.img"
    write = flash("radio-m6", "radio")
    said = [f for c in (own, other) for f in found(*IN_RING[:4], write | {"prose": f"`{c}`"})]
    assert said == [(other, "s5")]


def test_an_introduction_may_speak_of_what_came_before_and_of_what_comes() -> None:
    assert found(CHARGE, introduction="Unlock the bootloader first, with its own guide.") == []
    assert found(CHARGE, introduction="Wipe the data before.") == [("Wipe the data before.", "")]
