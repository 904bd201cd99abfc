"""Chords: what hands cannot do is refused; what they can is drawn and said."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from anleitung.core.documents.chord import Chord, Key
from anleitung.core.drawn.chords import draw_chord
from tests.core.demo_catalogue import device

KEYS = (
    Key(id="power", name="the power key", side="right", place=38),
    Key(id="up", name="volume up", side="left", place=20),
    Key(id="down", name="volume down", side="left", place=28),
)


def chord(*moments: dict[str, Any], **more: Any) -> Chord:
    return Chord.model_validate(
        {"id": "c", "begins": "off", "reaches": "recovery", "moments": moments, **more}
    )


IMPOSSIBLE = {
    "held and let go at once": (
        [{"hold": ["up"], "release": ["up"]}],
        "moment 1: up is held and let go at once",
    ),
    "held twice": (
        [{"hold": ["up"], "seconds": 1}, {"hold": ["up"], "seconds": 1}, {"release": ["up"]}],
        "moment 2: up is held already",
    ),
    "never held": ([{"release": ["up"]}], "moment 1: up is let go and was not held"),
    "never let go": ([{"hold": ["up"], "seconds": 2}], "up is never let go; say when"),
    "pressed while held": (
        [{"hold": ["up"], "seconds": 1}, {"press": ["up"], "release": ["up"]}],
        "moment 2: up is named twice",
    ),
    "pressed briefly while held": (
        [{"hold": ["up"], "seconds": 1}, {"press": ["up"], "seconds": 1}, {"release": ["up"]}],
        "moment 2: up is pressed briefly while it is held",
    ),
    "plugged twice": (
        [{"cable": "plug", "seconds": 1}, {"cable": "plug"}],
        "moment 2: the cable is plugged in already",
    ),
    "no end": (
        [{"hold": ["up"]}, {"release": ["up"]}],
        "moment 1: say how long it lasts",
    ),
    "nothing in it": ([{"press": ["up"], "seconds": 1}, {}], "moment 2: nothing happens in it"),
}


@pytest.mark.parametrize(("moments", "says"), IMPOSSIBLE.values(), ids=IMPOSSIBLE)
def test_chord_that_cannot_be_is_refused(moments: list[dict[str, Any]], says: str) -> None:
    with pytest.raises(ValidationError, match=says):
        chord(*moments)


def test_window_that_closes_before_it_opens_is_refused() -> None:
    window = {"after": "the cable is in", "opens": 5, "closes": 5}
    with pytest.raises(ValidationError, match="closes before it opens"):
        chord({"press": ["up"]}, window=window)


def test_bars_stand_where_the_keys_are_held() -> None:
    drawn = draw_chord(
        chord(
            {"hold": ["up", "power"], "sight": "the name", "seconds": 5},
            {"release": ["power"], "seconds": 3},
            {"release": ["up"], "cable": "plug", "sight": "the menu"},
            {"press": ["down"]},
        ),
        KEYS,
    )
    lanes = {lane.id: [(b.start, b.end, b.is_open) for b in lane.bars] for lane in drawn.lanes}
    assert lanes == {
        "up": [(0, 8, False)],
        "power": [(0, 5, True)],
        "down": [],
        "cable": [(8, 12, False)],
    }
    assert next(lane.taps for lane in drawn.lanes if lane.id == "down") == [12]
    assert [(m.at, m.says, m.is_sight) for m in drawn.marks] == [
        (5, "the name", True),
        (8, "3 s", False),
        (12, "the menu", True),
    ]
    assert drawn.length == 12


def test_sentence_names_hands_order_sights_and_times() -> None:
    window = {"after": "the cable is in", "closes": 5}
    drawn = draw_chord(
        chord(
            {"cable": "unplug", "seconds": 10},
            {"hold": ["up", "power"], "sight": "the name", "seconds": 4},
            {"release": ["up", "power"], "seconds": 1},
            {"press": ["down"], "sight": "the menu"},
            window=window,
            again="Once more, slower.",
        ),
        KEYS,
    )
    assert drawn.sentence == (
        "Begin with the phone off. Pull the cable out, for 10 s. "
        "Press and keep volume up (left hand) and the power key (right hand), until you see the "
        "name (usually 4 s). Let go of volume up and the power key, for 1 s. "
        "Press volume down briefly, until you see the menu. "
        "It works only within 5 s after the cable is in. Once more, slower."
    )


@given(st.lists(st.sampled_from(["up", "down", "power"]), min_size=1, max_size=3, unique=True))
def test_every_key_is_in_the_picture_and_in_the_sentence(keys: list[str]) -> None:
    drawn = draw_chord(chord({"hold": keys, "seconds": 2}, {"release": keys}), KEYS)
    assert [lane.id for lane in drawn.lanes] == keys
    names = {k.id: k.name for k in KEYS}
    assert all(drawn.sentence.count(names[key]) == 2 for key in keys)


@pytest.mark.parametrize("codename", ["palstek", "achtknoten", "schotstek", "poller", "klampe"])
def test_chords_of_the_demo_are_drawn(codename: str) -> None:
    phone = device(codename)
    assert phone.chords
    for each in phone.chords:
        drawn = draw_chord(each, phone.keys, phone.modes)
        assert all(b.start < b.end <= drawn.length for lane in drawn.lanes for b in lane.bars)
        assert bool(drawn.told_apart) == (each.reaches not in ("off", "system"))
