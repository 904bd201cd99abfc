"""The picture of a chord: well-formed, nothing of an author's text runs in it, times as told."""

from itertools import pairwise
from typing import Any
from xml.etree import ElementTree

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.documents.chord import Chord, Key
from anleitung.core.drawn.chord_svg import LEFT, RIGHT, WIDTH
from anleitung.core.drawn.chords import ChordOut, draw_chord
from tests.core.demo_catalogue import device

SIDES = ("left", "right", "top", "bottom", "front")


def picture(drawn: ChordOut) -> ElementTree.Element:
    return ElementTree.fromstring(drawn.svg)


def with_class(root: ElementTree.Element, name: str) -> list[ElementTree.Element]:
    return [each for each in root.iter() if name in (each.get("class") or "").split()]


@st.composite
def chords(draw: Any) -> tuple[Chord, tuple[Key, ...]]:
    """One to four keys, each held from some moment to a later one, with or without the cable."""
    count = draw(st.integers(1, 4))
    keys = tuple(
        Key(
            id=f"k{i}",
            name=draw(st.text("abc <>&\"'", min_size=1, max_size=12).filter(str.strip)),
            side=draw(st.sampled_from(SIDES)),
            place=draw(st.integers(0, 100)),
        )
        for i in range(count)
    )
    length = draw(st.integers(2, 6))
    moments: list[dict[str, Any]] = [
        {"hold": [], "release": [], "press": []} for _ in range(length)
    ]
    for key in keys:
        start = draw(st.integers(0, length - 2))
        if draw(st.booleans()):
            end = draw(st.integers(start + 1, length - 1))
            moments[start]["hold"].append(key.id)
            moments[end]["release"].append(key.id)
        else:
            moments[start]["press"].append(key.id)
    for moment in moments[:-1]:
        moment["seconds"] = draw(st.integers(1, 20))
        if draw(st.booleans()):
            moment["sight"] = "the <dark> screen"
    moments[-1].setdefault("sight", "the end")
    if draw(st.booleans()):
        moments[0]["cable"] = draw(st.sampled_from(["plug", "unplug"]))
    value = {"id": "c", "begins": "off", "reaches": "recovery", "moments": moments}
    return Chord.model_validate(value), keys


@given(chords())
def test_picture_is_well_formed_and_stays_inside_its_frame(pair: tuple[Chord, Any]) -> None:
    drawn = draw_chord(*pair)
    root = picture(drawn)
    for bar in with_class(root, "bar"):
        start, width = float(bar.get("x") or 0), float(bar.get("width") or 0)
        assert start >= LEFT
        assert width > 0
        assert start + width <= RIGHT + 0.2
    for text in with_class(root, "number"):
        assert float(text.get("x") or 0) < WIDTH
    assert not [each for each in root.iter() if each.tag.endswith(("script", "foreignObject"))]
    assert all(not name.startswith("on") for each in root.iter() for name in each.attrib)


@given(chords())
def test_every_lane_is_lit_on_the_phone_and_named_in_words(pair: tuple[Chord, Any]) -> None:
    drawn = draw_chord(*pair)
    root = picture(drawn)
    assert [key.get("data-lit") for key in with_class(root, "key")] == [
        lane.id for lane in drawn.lanes
    ]
    texts = [each.text or "" for each in root.iter() if each.text]
    for lane in drawn.lanes:
        assert any(lane.name in text for text in texts)


@given(chords())
def test_times_of_the_player_are_those_of_the_bars(pair: tuple[Chord, Any]) -> None:
    drawn = draw_chord(*pair)
    root = picture(drawn)
    told = sorted(
        (each.get("data-key"), int(each.get("data-start") or 0), int(each.get("data-end") or 0))
        for each in with_class(root, "bar")
    )
    wanted = sorted((lane.id, b.start, b.end) for lane in drawn.lanes for b in lane.bars)
    assert told == wanted
    assert root.get("data-length") == str(drawn.length)
    assert len(with_class(root, "tap")) == sum(len(lane.taps) for lane in drawn.lanes)


@given(chords())
def test_a_key_is_held_as_long_as_its_moments_take(pair: tuple[Chord, Any]) -> None:
    chord, _ = pair
    drawn = draw_chord(*pair)
    for lane in drawn.lanes:
        if lane.id == "cable":
            continue
        first = next((i for i, m in enumerate(chord.moments) if lane.id in m.hold), None)
        if first is None:
            assert lane.bars == []
            continue
        last = next(i for i, m in enumerate(chord.moments) if lane.id in m.release)
        seconds = sum(m.seconds or 0 for m in chord.moments[first:last])
        assert [bar.end - bar.start for bar in lane.bars] == [seconds]
        assert lane.bars[0].is_open == (chord.moments[last - 1].sight is not None)


@pytest.mark.parametrize("side", SIDES)
def test_key_stands_at_its_side_of_the_phone(side: Any) -> None:
    key = Key(id="k", name="key", side=side, place=0)
    value = {"moments": [{"press": ["k"]}], "id": "c", "begins": "off", "reaches": "recovery"}
    root = picture(draw_chord(Chord.model_validate(value), (key,)))
    (lit,) = with_class(root, "key")
    (phone,) = with_class(root, "phone")
    x, y = float(lit.get("x") or 0), float(lit.get("y") or 0)
    left, top = float(phone.get("x") or 0), float(phone.get("y") or 0)
    right = left + float(phone.get("width") or 0)
    bottom = top + float(phone.get("height") or 0)
    told = {
        "left": x < left,
        "right": x >= right,
        "top": y < top,
        "bottom": y >= bottom,
        "front": (left < x < right and top < y < bottom) or x == left,
    }
    assert told[side], (x, y)


def test_numbers_that_begin_together_stand_abreast() -> None:
    phone = device("palstek")
    chord = next(c for c in phone.chords if c.id == "off-to-emergency")
    root = picture(draw_chord(chord, phone.keys))
    xs = [float(each.get("x") or 0) for each in with_class(root, "number")]
    assert all(b - a >= 12 or b >= RIGHT for a, b in pairwise(xs))
    assert [each.text for each in with_class(root, "number")] == ["1", "2", "3", "4"]
