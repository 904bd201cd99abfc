"""Chords: the keys, cable and timing that bring a phone into a mode or out of it."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import Document, Id, ShortText

Mode = Literal["system", "off", "bootloader", "userspace", "recovery", "download", "emergency"]
Side = Literal["left", "right", "top", "bottom", "front"]
Seconds = Annotated[int, Field(ge=1, le=300)]
_PLUGGED = {"plug": "plugged in", "unplug": "out"}
Keys = Annotated[tuple[Id, ...], Field(max_length=6)]


class Key(Document):
    """place: per cent of the side, from its top or left end."""

    id: Id
    name: ShortText
    side: Side
    place: Annotated[int, Field(ge=0, le=100)] = 30


class ModeScreen(Document):
    """A mode the phone has, and how its screen is told from similar ones."""

    mode: Mode
    told_apart_by: ShortText = Field(title="How its screen is told from similar ones")


class Moment(Document):
    """What the hands do at one moment, and how long it then stays so: until a sight, or seconds.

    With a sight, seconds say how long that usually takes.
    """

    hold: Keys = Field(default=(), title="Press and keep")
    release: Keys = Field(default=(), title="Let go")
    press: Keys = Field(default=(), title="Press briefly")
    cable: Literal["plug", "unplug"] | None = None
    sight: ShortText | None = Field(default=None, title="until this is seen")
    seconds: Seconds | None = Field(default=None, title="for seconds")

    @property
    def touched(self) -> tuple[str, ...]:
        return (*self.hold, *self.release, *self.press)


class TimeWindow(Document):
    """The window of time in which the chord works, in seconds after something that is seen."""

    after: ShortText
    opens: Annotated[int, Field(ge=0, le=300)] = 0
    closes: Seconds

    @model_validator(mode="after")
    def _opens_first(self) -> "TimeWindow":
        if self.opens >= self.closes:
            raise ValueError("the window closes before it opens")
        return self


class Chord(Document):
    """How one mode is entered from another, by hand."""

    id: Id
    begins: Mode = Field(title="Begins in")
    reaches: Mode = Field(title="Reaches")
    moments: Annotated[tuple[Moment, ...], Field(min_length=1, max_length=12)]
    window: TimeWindow | None = Field(default=None, title="Works only within")
    again: ShortText | None = Field(default=None, title="If it fails, try again so")

    @model_validator(mode="after")
    def _hands_can_do_it(self) -> "Chord":
        """Follows the keys from moment to moment; the first thing that cannot be is refused."""
        held: set[str] = set()
        plugged: bool | None = None
        for number, moment in enumerate(self.moments, 1):
            at = f"moment {number}"
            both = sorted(set(moment.hold) & set(moment.release))
            if both:
                raise ValueError(f"{at}: {both[0]} is held and let go at once")
            touched = moment.touched
            twice = sorted({k for k in touched if touched.count(k) > 1})
            if twice:
                raise ValueError(f"{at}: {twice[0]} is named twice")
            for key in moment.hold:
                if key in held:
                    raise ValueError(f"{at}: {key} is held already")
            for key in moment.release:
                if key not in held:
                    raise ValueError(f"{at}: {key} is let go and was not held")
            for key in moment.press:
                if key in held:
                    raise ValueError(f"{at}: {key} is pressed briefly while it is held")
            if moment.cable is not None:
                if plugged is (moment.cable == "plug"):
                    raise ValueError(f"{at}: the cable is {_PLUGGED[moment.cable]} already")
                plugged = moment.cable == "plug"
            held = (held | set(moment.hold)) - set(moment.release)
            lasts = moment.seconds is not None or moment.sight is not None
            if number < len(self.moments) and not lasts:
                raise ValueError(f"{at}: say how long it lasts, by seconds or until which sight")
            if not (touched or moment.cable or lasts):
                raise ValueError(f"{at}: nothing happens in it")
        if held:
            raise ValueError(f"{sorted(held)[0]} is never let go; say when")
        return self
