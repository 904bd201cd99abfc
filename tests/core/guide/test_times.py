"""How long a guide takes, and what of it is there for each slot."""

import pytest

from anleitung.core.guide.times import times_of, times_with
from anleitung.core.guide.uses import tries_of
from anleitung.core.guide.walk import rows_of
from anleitung.core.sheet.clock import clock_of
from anleitung.core.sheet.course import course_of
from tests.core.bundles import bundle
from tests.core.proof.small import CHARGE, GET, PLUG, RESTART, Step, flash, small


def timed(least: int, most: int, **more: int) -> dict[str, object]:
    return {"duration": {"usual": [least, most], **more}}


WAIT: Step = {"action": "wait", "until": "it is done", **timed(10, 20, give_up=100)}
CHECK: Step = {"action": "check", "that": "variant is M6", "ask": "so", **timed(1, 2)}


def test_hands_and_waiting_are_told_apart() -> None:
    times = times_of(small(CHECK, WAIT, {**CHARGE, **timed(5, 50)}).guide)
    assert (times.hands_on, times.waiting, times.give_up) == ((1, 2), (15, 70), 152)
    assert times.whole == (16, 72)


def test_steps_for_each_slot_count_twice_and_name_their_slot() -> None:
    both = {
        "action": "each-slot",
        "steps": [{"id": "r", **flash("radio-m6", "radio", "each"), **timed(3, 4)}],
    }
    made = small(GET, PLUG, both)
    assert times_of(small(both).guide).hands_on == (6, 8)
    rows = rows_of(made.guide)
    assert [(r.step.id, r.turn, r.depth) for r in rows[-2:]] == [("r-a", "a", 1), ("r-b", "b", 1)]
    assert [getattr(r.step, "where", "") for r in rows[-2:]] == ["a", "b"]
    begins, _ = clock_of(made.guide)
    assert begins["r-b"][0] - begins["r-a"][0] == 3


@pytest.mark.parametrize(("choice", "longer"), [("clean", True), ("keep", False)])
def test_time_of_a_choice_leaves_the_others_out(choice: str, longer: bool) -> None:
    guide = bundle("clean-install").guide
    mine = times_with(guide, "data", choice).whole
    assert (mine[1] == times_of(guide).whole[1]) is longer


def test_course_says_from_where_quiet_is_needed() -> None:
    guide = small(CHECK, RESTART, {**flash("radio-m6", "radio"), **timed(10, 20)}, WAIT).guide
    course = course_of(guide, clock_of(guide)[0])
    assert (course.quiet, course.battery) == ("20 to 40 s", "more than half full")
    harmless = small(CHECK, WAIT).guide
    calm = course_of(harmless, clock_of(harmless)[0])
    assert (calm.quiet, calm.battery, calm.by_hand) == ("", "any", 0)


def test_things_to_try_are_named_by_their_place() -> None:
    told = tries_of(bundle("clean-install").guide)
    assert list(told) == [f"install-wattlaeufer/{n}" for n in (1, 2, 3)]
    assert told["install-wattlaeufer/3"].startswith("Take the package again")
