"""Steps as lines: what is printed is read as the very step, and what is no step is told."""

from random import Random
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.documents.base import normal_text
from anleitung.core.documents.plain_text import plain_text
from anleitung.core.guide.walk import actions_of
from anleitung.core.phone.actions import ACTIONS, Step, name_of
from anleitung.core.shorthand.forms import FORMS
from anleitung.core.shorthand.lines import print_line, read_line, step_of
from anleitung.core.shorthand.values import UnreadableLine, print_value, read_value
from anleitung.demo.bundles import demo_bundle
from tests.core.proof.random_guides import STEP, draw_action, example_of
from tests.core.proof.test_demo_guides import GUIDES, SHARED


def _fits(text: str) -> bool:
    """What a document takes: no outer spaces, nothing that nobody sees."""
    try:
        return plain_text(text) == text.strip() == text == normal_text(text)
    except ValueError:
        return False


TEXT = st.text(st.characters(categories=("L", "N", "P", "S", "Zs")), min_size=1).filter(_fits)


def same(step: Step) -> None:
    line = print_line(step)
    assert step_of(read_line(line), "other") == step, line
    assert "\n" not in line


def test_every_action_has_a_short_form_that_names_its_own_fields() -> None:
    assert FORMS.keys() == {"script", *(name_of(action) for action in ACTIONS)}
    for action in ACTIONS:
        for form in FORMS[name_of(action)]:
            assert form.fields <= action.model_fields.keys()


@pytest.mark.parametrize("action", ACTIONS, ids=name_of)
def test_the_example_of_every_action_goes_there_and_back(action: type[Step]) -> None:
    step: Step = STEP.validate_python({"id": "it", **example_of(action)})
    same(step)
    assert print_line(step).startswith("it: ")


@given(st.integers(0, 2**32), TEXT, TEXT)
def test_whatever_can_be_written_is_read_as_the_very_step(seed: int, sight: str, word: str) -> None:
    drawn = draw_action(Random(seed))
    same(STEP.validate_python({"id": "a-1", **drawn, "sight": sight[:200]}))
    same(STEP.validate_python({"id": "m", "action": "menu", "word": word[:200]}))
    files = {"base": "radio-m6", "attic": "radio-k6"}
    window = {"id": "w", "action": "write-window", "tool": "kasten", "files": files}
    same(STEP.validate_python(window))


@given(st.lists(TEXT, min_size=1, max_size=4, unique=True))
def test_values_are_read_as_they_were(words: list[str]) -> None:
    for value, kind in (
        (words, "list"),
        (dict.fromkeys(words, words[0]), "pairs"),
        (words[0], "text"),
        ([{"partition": w, "file": words[0]} for w in words], "images"),
    ):
        printed = print_value(value)
        assert printed is not None
        assert read_value(printed, kind) == value


@pytest.mark.parametrize(("codename", "name"), [*GUIDES, *SHARED])
def test_the_steps_of_the_demo_go_there_and_back(codename: str, name: str) -> None:
    for step in actions_of(demo_bundle(codename, name).guide):
        same(step)


READ: list[tuple[str, dict[str, Any]]] = [
    (
        "flash recovery rettungsring.img to both slots",
        {"action": "flash", "partition": "recovery", "file": "ring", "where": "both"},
    ),
    ("Flash radio radio-m6", {"action": "flash", "partition": "radio", "file": "radio-m6"}),
    ("write radio radio-m6 to b slot", {"where": "b"}),
    ("sideload rettungsring.img then a,b", {"source": "sideload", "queued": ["a", "b"]}),
    ("install ring from card", {"action": "install", "source": "card"}),
    ("into: enter bootloader by chord", {"id": "into", "mode": "bootloader", "by": "chord"}),
    ("copy apps,media to card and open one", {"what": ["apps", "media"], "checked": True}),
    ('check "base is X.1" asking "Is it so?"', {"that": "base is X.1", "ask": "Is it so?"}),
    ("restart", {"action": "restart"}),
    ('charge | {"sight": "A full battery"}', {"action": "charge", "sight": "A full battery"}),
    ('menu "Begin anew"', {"word": "Begin anew"}),
    ("flash-set radio=a,firmware=b and wipe", {"wipes": True}),
]


@pytest.mark.parametrize(("line", "wanted"), READ)
def test_a_line_is_read(line: str, wanted: dict[str, Any]) -> None:
    found = read_line(line, {"rettungsring.img": "ring"})
    assert {name: found.get(name) for name in wanted} == wanted


NOT_READ = [
    ("flsh radio radio-m6", "meant is perhaps flash"),
    ("flash radio", "flash is written: flash|write {partition} {file} [to {where} slots|slot]"),
    ("flash radio radio-m6 to upper slot", "where: "),
    ("", "an empty line is no step"),
    ("charge | [1]", "fields of the step"),
    ("charge | {1}", "after the bar comes JSON"),
    ('charge | {"action": "unlock"}', "fields of the step"),
    ("x" * 30_000, "longer than 20,000 characters"),
    ("enter bootloader by telepathy", "by: "),
    ('menu "open', "a quote is opened here"),
]


@pytest.mark.parametrize(("line", "says"), NOT_READ)
def test_what_is_no_step_is_told(line: str, says: str) -> None:
    with pytest.raises(UnreadableLine) as caught:
        read_line(line)
    assert says in str(caught.value)
