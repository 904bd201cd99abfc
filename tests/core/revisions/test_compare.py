"""Comparison by meaning: laws held against phones that are run by themselves, and stories."""

from dataclasses import replace
from random import Random
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anleitung.core.diagrams.one import run_one
from anleitung.core.diagrams.run import Budget, run_all
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Choice, Option
from anleitung.core.phone.actions.by_hand import ByHand
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.run.compile import Compiled, compile_bundle, run_bundle
from anleitung.core.revisions.compare import _WORD_NAMES, compare
from anleitung.core.revisions.compared import ComparisonOut
from anleitung.core.revisions.effects import _RELEASE, _WHOLE, is_of_the_way
from anleitung.core.revisions.match import WORDS, match_rows
from anleitung.core.revisions.version import VersionRefused, level_of, next_version, raised
from anleitung.demo.bundles import demo_bundle, guide_names
from anleitung.demo.catalogue import codenames
from tests.core.bundles import Edit, bundle
from tests.core.proof.random_guides import narrowed, random_bundle, small_base

BASE = small_base()


def few(made: Bundle, seed: int) -> Compiled:
    """Run for some phones only: the same ones for the same seed."""
    rows, procedure = compile_bundle(made)
    wide = replace(procedure, admitted=procedure.space.true)
    chosen = narrowed(wide, seed, most=12).admitted
    procedure = replace(procedure, admitted=procedure.space.both(procedure.admitted, chosen))
    return Compiled(made, rows, procedure, run_all(procedure, Budget()))


def otherwise(made: Bundle, random: Random) -> Bundle:
    """One edit of the steps or of the admission."""
    steps = list(made.guide.steps)
    at = random.randrange(len(steps))
    how = random.choice(("drop", "swap", "repeat", "admit", "words", "nothing"))
    if how == "drop" and len(steps) > 1:
        del steps[at]
    elif how == "swap":
        steps[at : at + 2] = steps[at : at + 2][::-1]
    elif how == "repeat":
        steps.insert(at, steps[at].model_copy(update={"id": "again"}))
        if getattr(steps[at], "lists", None):
            del steps[at]
    elif how == "words":
        steps[at] = steps[at].model_copy(update={"prose": "Other words."})
    change: dict[str, Any] = {"steps": tuple(steps)}
    if how == "admit":
        other = random_bundle(random.randrange(10**6), base=BASE)
        change["admission"] = other.guide.admission
    return made.with_guide(made.guide.model_copy(update=change))


def worse(first: Compiled, second: Compiled) -> bool:
    """Read from single phones: somebody is refused, loses more, or ends otherwise."""
    space, other = first.procedure.space, second.procedure.space
    for start in space.starts(first.procedure.admitted):
        theirs = {f.name: start.get(f.name, f.default) for f in other.facts}
        if other.at(second.procedure.admitted, theirs) is not True:
            return True
        if _told(first, start) != _told(second, theirs):
            return True
        mine, now = run_one(first.procedure, start), run_one(second.procedure, theirs)
        if mine.ended is None and now.ended is None and _differ(first, mine, now):
            return True
    return False


def _told(compiled: Compiled, start: dict[str, str]) -> object:
    alone = run_one(compiled.procedure, start)
    stops = {f for f, _s, _step in alone.findings if BY_ID[f].severity is Severity.STOP}
    return (alone.ended[1:] if alone.ended else None, stops)


def _differ(compiled: Compiled, mine: Any, now: Any) -> bool:
    world = compiled.bundle.world
    for loss, whole in _WHOLE.items():
        slot = world.slot_of_loss(loss)
        kept = mine.states[0][slot] != whole or mine.states[-1][slot] == whole
        if kept and now.states[0][slot] == whole and now.states[-1][slot] != whole:
            return True
    for slot, value in mine.states[-1].items():
        if is_of_the_way(slot) or slot.rpartition(".")[2] in _RELEASE:
            continue
        if value != now.states[-1].get(slot):
            return True
    return False


def test_whatever_is_only_said_of_a_step_has_a_name() -> None:
    assert _WORD_NAMES.keys() == WORDS


@settings(max_examples=120)
@given(st.integers(0, 2**32))
def test_it_is_major_exactly_where_a_phone_fares_otherwise(seed: int) -> None:
    random = Random(seed)
    made = random_bundle(seed, base=BASE)
    first, second = few(made, seed), few(otherwise(made, random), seed)
    found = compare(first, second)
    assert (found.level == "major") == worse(first, second), found.said
    if found.equal:
        assert found.level in ("same", "patch", "minor")
        assert not worse(first, second)
        assert not worse(second, first)
    # Every row of either state stands in one pair.
    for side, rows in (("first", first.rows), ("second", second.rows)):
        told = [getattr(p, side) for p in match_rows(first.rows, second.rows)]
        assert sorted(n for n in told if n is not None) == list(range(len(rows)))


@pytest.mark.parametrize("codename", codenames())
def test_a_guide_is_the_same_as_itself(codename: str) -> None:
    for name in guide_names(codename):
        made = demo_bundle(codename, name)
        found = compare(run_bundle(made, Budget()), run_bundle(made, Budget()))
        assert (found.equal, found.level, found.said) == (True, "same", ())
        assert {row.how for row in found.rows} == {"same"}
        assert found.admitted_first == found.admitted_second


OPEN = "bootloader is unlocked"


def compared(*edits: Edit, base: str = "clean-install") -> ComparisonOut:
    return compare(run_bundle(bundle(base), Budget()), run_bundle(bundle(base, *edits), Budget()))


def test_what_changes_for_phones_is_said_with_their_number() -> None:
    narrower = compared(("guide.yaml", OPEN, f"variant is M6 and {OPEN}"))
    assert narrower.level == "major"
    assert narrower.fell == narrower.admitted_first - narrower.admitted_second > 0
    assert narrower.reason.endswith("that were admitted are turned away: variant K6")
    back = compare(
        run_bundle(bundle("clean-install", NARROW), Budget()),
        run_bundle(bundle("clean-install"), Budget()),
    )
    assert (back.level, back.came, back.fell) == ("minor", narrower.fell, 0)
    assert "come in: variant K6" in back.reason


NARROW: Edit = ("guide.yaml", OPEN, f"variant is M6 and {OPEN}")


def test_a_step_that_is_gone_moved_or_only_said_otherwise() -> None:
    made = bundle("clean-install")
    steps = made.guide.steps

    def after(*now: Any) -> ComparisonOut:
        guide = made.guide.model_copy(update={"steps": now})
        return compare(run_bundle(made, Budget()), run_bundle(made.with_guide(guide), Budget()))

    places = {step.id: i for i, step in enumerate(steps)}
    at = places["charge"]
    gone = after(*steps[:at], *steps[at + 1 :])
    assert [r.first.id for r in gone.rows if r.how == "removed" and r.first] == ["charge"]
    said = steps[at].model_copy(update={"prose": "Overnight."})
    words = after(*steps[:at], said, *steps[at + 1 :])
    assert (words.level, words.equal) == ("patch", True)
    assert [(r.how, r.means) for r in words.rows if r.how != "same"] == [
        ("words", "words only: the author's own")
    ]
    called = after(*steps[:at], steps[at].model_copy(update={"id": "fill-it"}), *steps[at + 1 :])
    assert (called.level, called.equal) == ("same", True)
    moved = after(*steps[:at], *steps[at + 1 : at + 2], steps[at], *steps[at + 2 :])
    assert {r.how for r in moved.rows} == {"same", "moved"}
    assert moved.level == "minor"


def test_other_bytes_under_the_same_name_are_said_and_nothing_is_equal() -> None:
    made = bundle("clean-install")
    packages = tuple(
        p.model_copy(update={"sha256": "ab" * 32, "also": type(p.also)()})
        if p.id == "radio-m6"
        else p
        for p in made.packages
    )
    other = made.with_packages(packages, made.guide)
    found = compare(run_bundle(made, Budget()), run_bundle(other, Budget()))
    assert (found.level, found.equal) == ("minor", False)
    assert "radio-12.4.7-m6.img has other bytes under the same name" in found.reason
    assert {row.how for row in found.rows} == {"same"}


def test_what_was_not_proved_to_its_end_is_never_the_same() -> None:
    made = bundle("clean-install")
    half = run_bundle(made, Budget(paths=1))
    found = compare(half, run_bundle(made, Budget()))
    assert (found.finished, found.equal, found.level) == (False, False, "major")
    assert "not finished" in found.reason


def test_a_version_follows_and_is_raised_and_never_lowered() -> None:
    assert next_version("1.2.3", "major") == "2.0.0"
    assert next_version("1.2.3", "minor") == "1.3.0"
    assert next_version("1.2.3", "patch") == next_version("1.2.3", "same") == "1.2.4"
    assert raised("patch", "major") == "major"
    assert raised("minor", "minor") == "minor"
    with pytest.raises(VersionRefused, match="make it a major version"):
        raised("major", "minor")
    same = compared()
    narrower = compared(NARROW)
    assert level_of([same, narrower]) == level_of([]) == "major"
    assert level_of([same]) == "same"


def with_option(of: Bundle) -> Bundle:
    choices = tuple(Choice(id=name, says=name) for name in ("usual", "other"))
    more = Option(id="more", ask="Which?", choices=choices)
    options = (*of.guide.options, more)
    return of.with_guide(of.guide.model_copy(update={"options": options}))


def test_a_choice_that_comes_is_minor_and_one_that_goes_is_major() -> None:
    made = bundle("unlock")
    one, two = run_bundle(made, Budget()), run_bundle(with_option(made), Budget())
    comes, goes = compare(one, two), compare(two, one)
    assert (comes.level, comes.equal, comes.came, comes.fell) == ("minor", False, 0, 0)
    assert "have a choice that they had not" in comes.reason
    assert (goes.level, goes.equal) == ("major", False)


def test_what_a_tool_says_otherwise_is_not_the_same() -> None:
    """The model runs the same; what a reader types does not."""
    made = bundle("clean-install")
    tools = tuple(t.model_copy(update={"versions": "9 only"}) for t in made.tools)
    found = compare(run_bundle(made, Budget()), run_bundle(replace(made, tools=tools), Budget()))
    assert (found.level, found.equal) == ("minor", False)
    assert "is described otherwise" in found.reason


def test_words_of_a_step_by_hand_are_what_is_done() -> None:
    made = bundle("clean-install")

    def by_hand(says: str) -> Compiled:
        step = ByHand(action="by-hand", id="by-hand", says=says)
        guide = made.guide.model_copy(update={"steps": (step, *made.guide.steps)})
        return run_bundle(made.with_guide(guide), Budget())

    found = compare(by_hand("press the small button"), by_hand("pull the battery"))
    assert not found.equal
    assert [row.means for row in found.rows if row.how == "effect"] == [
        "done by hand otherwise: what that changes is on trust"
    ]
