"""Texts that are seen, phone programs, questions: what they accept, refuse and say."""

from typing import Any

import pytest
from pydantic import ValidationError

from anleitung.core.documents.message import Message
from anleitung.core.documents.program import Program
from anleitung.core.documents.question import Question
from anleitung.core.documents.tool import WindowOption

ANSWERS = [
    {"id": "yes", "says": "volume up", "does": "goes-on"},
    {"id": "no", "says": "volume down", "does": "stays"},
]


def message(text: str) -> Message:
    return Message.model_validate({"text": text, "means": "harmless", "do": "Go on."})


@pytest.mark.parametrize(
    ("text", "line", "fits"),
    [
        ("E: cannot open *, no such place", "E: cannot open /data, no such place", True),
        ("E: cannot open *, no such place", "  E: cannot open , no such place ", True),
        ("E: cannot open *, no such place", "E: cannot open /data, no such places", False),
        ("W: a.b", "W: axb", False),
        ("* of *", "1 of 3", True),
        ("red: *", "red: " + "x" * 400, False),
    ],
)
def test_which_line_a_message_fits(text: str, line: str, fits: bool) -> None:
    assert message(text).fits(line) is fits


@pytest.mark.parametrize(("text", "says"), [("*", False), ("E: *", False), ("red: *", True)])
def test_a_gap_alone_says_nothing(text: str, says: bool) -> None:
    assert message(text).says_something is says


def test_a_message_has_few_gaps() -> None:
    with pytest.raises(ValidationError, match="at most 3 gaps"):
        message("a * b * c * d *")


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"usual": "perhaps", "seconds": 5}, "answers are yes, no"),
        ({"usual": "no"}, "belong together"),
        ({"answers": [ANSWERS[0], ANSWERS[0]]}, "listed twice"),
        ({"answers": [ANSWERS[1], {**ANSWERS[1], "id": "never"}]}, "no answer goes on"),
    ],
)
def test_question_that_cannot_be_is_refused(change: dict[str, Any], says: str) -> None:
    whole = {"id": "q", "after": "unlock", "ask": "Really?", "answers": ANSWERS}
    assert Question.model_validate(whole).answer("no") is not None
    with pytest.raises(ValidationError, match=says):
        Question.model_validate(whole | change)


def test_program_names_each_word_and_switch_once() -> None:
    word = {"says": "Reset", "does": "wipe-apps"}
    whole = {"id": "p", "name": "P", "kind": "recovery", "words": [word]}
    made = Program.model_validate(whole)
    assert made.word("Reset") is not None
    assert made.word("reset") is None
    with pytest.raises(ValidationError, match="menu word Reset is listed twice"):
        Program.model_validate(whole | {"words": [word, word]})


def test_switch_of_a_window_that_does_something_is_on_or_off() -> None:
    whole = {"name": "Table", "id": "table", "right": "off", "why": "w", "does": "repartition"}
    assert WindowOption.model_validate(whole).does == "repartition"
    for change in ({"right": "perhaps"}, {"id": None}):
        with pytest.raises(ValidationError, match="is on or off"):
            WindowOption.model_validate(whole | change)
