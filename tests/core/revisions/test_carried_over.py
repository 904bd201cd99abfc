"""Evidence that carries over: never wider than what single phones are seen to do."""

from collections.abc import Iterator
from dataclasses import replace
from random import Random
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anleitung.core.diagrams.one import run_one
from anleitung.core.diagrams.run import Budget, run_all
from anleitung.core.files.lists import all_digests
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.walk import every_step, rows_of
from anleitung.core.phone.actions import Step
from anleitung.core.proof.run.compile import Compiled, compile_bundle, run_bundle
from anleitung.core.revisions.carried_over import CarriedOver
from anleitung.demo.bundles import demo_bundle, guide_names
from anleitung.demo.catalogue import codenames
from tests.core.bundles import Edit, bundle
from tests.core.proof.random_guides import narrowed, random_bundle
from tests.core.revisions.test_compare import BASE, otherwise, with_option

FACTORS = ("base", "variant")


def executed(compiled: Compiled, start: dict[str, str]) -> Any:
    """What one phone goes through: each step that changes something, with the bytes it used."""
    alone = run_one(compiled.procedure, start)
    packages = compiled.bundle.world.packages
    done = []
    for at, row in enumerate(compiled.rows[: len(alone.concerned)]):
        before, after = alone.states[at], alone.states[at + 1]
        changed = {
            slot: value
            for slot, value in after.items()
            if before.get(slot) != value and not slot.startswith(("branch.", "oracle."))
        }
        files = row.step.used_files() if isinstance(row.step, Step) else ()
        used = [all_digests(packages[f]) for f in files if f in packages]
        if alone.concerned[at] and (changed or used):
            done.append((changed, used))
    return done, alone.ended[1:] if alone.ended else None


def combinations(compiled: Compiled) -> Iterator[dict[str, str]]:
    names = [f.name for f in compiled.procedure.space.facts]
    wanted = [n for n in names if n in FACTORS or n.startswith("option.")]
    seen = set()
    for start in compiled.procedure.space.starts(compiled.procedure.admitted):
        values = {name: start[name] for name in wanted}
        key = tuple(values.items())
        if key not in seen:
            seen.add(key)
            yield values


def of_some_phones(made: Bundle, seed: int) -> Compiled:
    """Run for a few phones, whomever the guide admits: random guides admit next to nobody."""
    rows, procedure = compile_bundle(made)
    procedure = replace(procedure, admitted=procedure.space.true)
    procedure = narrowed(procedure, seed, most=12)
    return Compiled(made, rows, procedure, run_all(procedure, Budget()))


def in_place(made: Bundle, seed: int) -> Bundle:
    """A step of another random guide stands in the place, and under the name, of one of these."""
    random = Random(seed)
    others = random_bundle(seed + 1, base=BASE).guide.steps
    steps = list(made.guide.steps)
    at = random.randrange(len(steps))
    other = random.choice(others)
    ids = {row.step.id for row in rows_of(made.guide)} - {
        row.id for row in every_step((steps[at],))
    }
    if ids & {row.id for row in every_step((other,))}:
        return made
    steps[at] = other
    return made.with_guide(made.guide.model_copy(update={"steps": tuple(steps)}))


@settings(max_examples=200)
@given(st.integers(0, 2**32), st.booleans())
def test_what_carries_over_is_what_every_phone_of_it_does_again(seed: int, place: bool) -> None:
    made = random_bundle(seed, base=BASE)
    edited = in_place(made, seed) if place else otherwise(made, Random(seed))
    first, second = of_some_phones(made, seed), of_some_phones(edited, seed)
    carried = CarriedOver(first, second)
    other = second.procedure.space
    for values in combinations(first):
        if carried.broken_by(values):
            continue
        for start in first.procedure.space.starts(first.procedure.admitted):
            if any(start[name] != value for name, value in values.items()):
                continue
            theirs = {f.name: start.get(f.name, f.default) for f in other.facts}
            assert other.at(second.procedure.admitted, theirs) is True
            assert executed(first, start) == executed(second, theirs)


@pytest.mark.parametrize("codename", codenames())
def test_the_same_carries_over_whole_and_so_do_words(codename: str) -> None:
    for name in guide_names(codename):
        for each in demo_bundle(codename, name).each:
            guide = each.guide.model_copy(update={"title": "Another title", "summary": "Other."})
            first = run_bundle(each, Budget())
            carried = CarriedOver(first, run_bundle(each.with_guide(guide), Budget()))
            bases = [b.build for b in each.builds][:4]
            for values in [
                {"variant": v.id, "base": b} for v in each.device.variants for b in bases
            ]:
                assert carried.broken_by(values) in ("", "no phone like that is known"), name


def broken(*edits: Edit, base: str = "clean-install", **values: str) -> str:
    first, second = run_bundle(bundle(base), Budget()), run_bundle(bundle(base, *edits), Budget())
    given_values = {"base": "PS-12.4.7-KU.r3", "variant": "M6", "option.data": "clean"} | values
    return CarriedOver(first, second).broken_by(given_values)


def test_what_broke_the_link_is_named() -> None:
    narrow = ("guide.yaml", "bootloader is unlocked", "variant is M6 and bootloader is unlocked")
    assert broken(narrow) == ""
    assert broken(narrow, variant="K6") == "it is not admitted any more"
    assert broken() == ""
    assert broken(variant="none such") == "no phone like that is known"


def test_other_bytes_and_other_choices_break_it() -> None:
    first = bundle("clean-install")
    packages = tuple(
        p.model_copy(update={"sha256": "0" * 64}) if p.role == "system" else p
        for p in first.packages
    )
    second = replace(first, packages=packages)
    told = CarriedOver(run_bundle(first, Budget()), run_bundle(second, Budget())).broken_by(
        {"base": "PS-12.4.7-KU.r3", "variant": "M6", "option.data": "clean"}
    )
    assert "uses other bytes" in told
    more = with_option(first)
    carried = CarriedOver(run_bundle(first, Budget()), run_bundle(more, Budget()))
    assert carried.broken_by({"variant": "M6"}) == "the choices are others"


def test_a_step_that_changes_only_the_way_breaks_it_as_well() -> None:
    """The copies of the photos are looked at or not: at the end every phone is the same."""
    made = bundle("clean-install")
    steps = tuple(
        step.model_copy(update={"checked": False}) if getattr(step, "checked", False) else step
        for step in made.guide.steps
    )
    assert steps != made.guide.steps
    other = made.with_guide(made.guide.model_copy(update={"steps": steps}))
    carried = CarriedOver(run_bundle(made, Budget()), run_bundle(other, Budget()))
    values = {"base": "PS-12.4.7-KU.r3", "variant": "M6", "option.data": "clean"}
    assert carried.broken_by(values).endswith("changes something else")


def test_what_is_not_proved_to_its_end_carries_nothing() -> None:
    made = bundle("clean-install")
    short = run_bundle(made, Budget(paths=1))
    assert "not proved to its end" in CarriedOver(short, run_bundle(made, Budget())).broken_by({})
