"""A chord laid out in time, one bar for each key, and the same in sentences for both hands."""

from collections.abc import Mapping, Sequence

from pydantic import BaseModel

from anleitung.core.documents.chord import Chord, Key, ModeScreen, Moment
from anleitung.core.documents.device import Device
from anleitung.core.drawn.chord_out import BarOut, LaneOut, MarkOut
from anleitung.core.drawn.chord_svg import chord_svg
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _

# How long a moment is drawn whose end is a sight and whose usual length nobody gave, in seconds.
DRAWN_SECONDS = 4
CABLE = "cable"

MODES = Texts(
    {
        "system": N_("system"),
        "off": N_("off"),
        "bootloader": N_("bootloader mode"),
        "userspace": N_("userspace flashing mode"),
        "recovery": N_("recovery"),
        "download": N_("download mode"),
        "emergency": N_("emergency mode"),
    }
)
BEGIN = Texts(
    {
        "system": N_("Begin with the phone running."),
        "off": N_("Begin with the phone off."),
    }
)


def _begin(mode: str) -> str:
    if mode in BEGIN:
        return BEGIN[mode]
    return _("Begin in {mode}.").format(mode=MODES[mode])


class ChordOut(BaseModel):
    """length: seconds as drawn; steps: a sentence each; told_apart: how to tell the screen;

    svg: the picture, which is decoration beside the sentences.
    """

    id: str
    title: str
    lanes: list[LaneOut]
    marks: list[MarkOut]
    length: int
    begin: str
    steps: list[str]
    window: str
    again: str
    told_apart: str
    svg: str

    @property
    def sentence(self) -> str:
        return " ".join(filter(None, (self.begin, *self.steps, self.window, self.again)))


def chords_to(device: Device, mode: str | None) -> list[ChordOut]:
    """Every chord of the codename that reaches the mode, from wherever it begins."""
    return [draw_chord(c, device.keys, device.modes) for c in device.chords if c.reaches == mode]


def draw_chord(chord: Chord, keys: Sequence[Key], modes: Sequence[ModeScreen] = ()) -> ChordOut:
    known = {k.id: k for k in keys}
    ends = _ends(chord)
    lanes = [_lane(known[key], chord, ends) for key in _touched(chord)]
    if any(m.cable for m in chord.moments):
        lanes.append(_cable(chord, ends))
    marks = [
        MarkOut(
            at=end,
            says=moment.sight or _("{n} s").format(n=end - start),
            is_sight=moment.sight is not None,
        )
        for moment, (start, end) in zip(chord.moments, ends, strict=True)
        if end > start
    ]
    steps = [_step(moment, known) for moment in chord.moments]
    told = next((m.told_apart_by for m in modes if m.mode == chord.reaches), "")
    length = max(ends[-1][1], 1)
    return ChordOut(
        id=chord.id,
        title=_("From {begins} to {reaches}").format(
            begins=MODES[chord.begins], reaches=MODES[chord.reaches]
        ),
        lanes=lanes,
        marks=marks,
        length=length,
        begin=_begin(chord.begins),
        steps=steps,
        window=_window(chord),
        again=chord.again or "",
        told_apart=told,
        svg=chord_svg(lanes, marks, [start for start, _ in ends], length),
    )


def _ends(chord: Chord) -> list[tuple[int, int]]:
    """Start and end of each moment; the last one ends where it starts unless it says otherwise."""
    found, at = [], 0
    for moment in chord.moments:
        length = moment.seconds or (DRAWN_SECONDS if moment.sight else 0)
        found.append((at, at + length))
        at += length
    return found


def _touched(chord: Chord) -> list[str]:
    return list(dict.fromkeys(key for m in chord.moments for key in m.touched))


def _lane(key: Key, chord: Chord, ends: list[tuple[int, int]]) -> LaneOut:
    bars, taps = [], []
    since: int | None = None
    for i, moment in enumerate(chord.moments):
        start = ends[i][0]
        if key.id in moment.release and since is not None:
            by_sight = chord.moments[i - 1].sight is not None
            bars.append(BarOut(start=since, end=start, is_open=by_sight))
            since = None
        if key.id in moment.hold:
            since = start
        if key.id in moment.press:
            taps.append(start)
    return LaneOut(
        id=key.id,
        name=key.name,
        side=key.side,
        place=key.place,
        hand=_hand(key),
        bars=bars,
        taps=taps,
    )


def _cable(chord: Chord, ends: list[tuple[int, int]]) -> LaneOut:
    bars, taps = [], []
    events = [(m.cable, ends[i][0]) for i, m in enumerate(chord.moments) if m.cable]
    since = 0 if events[0][0] == "unplug" else None
    for what, at in events:
        if what == "plug":
            since = at
        elif since is not None:
            # Pulled out before anything else: there is no time in which it was in.
            if since < at:
                bars.append(BarOut(start=since, end=at, is_open=False))
            taps.append(at)
            since = None
    if since is not None:
        bars.append(BarOut(start=since, end=max(ends[-1][1], 1), is_open=False))
    return LaneOut(
        id=CABLE, name=_("cable"), side="bottom", place=50, hand="", bars=bars, taps=taps
    )


def _hand(key: Key) -> str:
    """With the screen towards you; what stands above, below or in front either thumb reaches."""
    return {"left": _("left hand"), "right": _("right hand")}.get(key.side, _("either hand"))


def _step(moment: Moment, keys: Mapping[str, Key]) -> str:
    parts = []
    if moment.release:
        parts.append(_("let go of {keys}").format(keys=_named(moment.release, keys)))
    if moment.cable == "unplug":
        parts.append(_("pull the cable out"))
    if moment.hold:
        parts.append(_("press and keep {keys}").format(keys=_named(moment.hold, keys, hands=True)))
    # Keys first: with the cable in, many phones start before a hand is at the key.
    if moment.cable == "plug":
        parts.append(_("plug the cable in"))
    if moment.press:
        parts.append(_("press {keys} briefly").format(keys=_named(moment.press, keys)))
    if not parts:
        parts.append(_("wait"))
    text = _(", ").join(parts)
    if moment.sight and moment.seconds:
        text += _(", until you see {sight} (usually {n} s)").format(
            sight=moment.sight, n=moment.seconds
        )
    elif moment.sight:
        text += _(", until you see {sight}").format(sight=moment.sight)
    elif moment.seconds:
        text += _(", for {n} s").format(n=moment.seconds)
    return text[0].upper() + text[1:] + "."


def _named(ids: Sequence[str], keys: Mapping[str, Key], hands: bool = False) -> str:
    names = [
        f"{keys[i].name} ({_hand(keys[i])})"
        if hands and keys[i].side in ("left", "right")
        else keys[i].name
        for i in ids
    ]
    return (
        names[0]
        if len(names) == 1
        else _("{first} and {last}").format(first=", ".join(names[:-1]), last=names[-1])
    )


def _window(chord: Chord) -> str:
    if chord.window is None:
        return ""
    w = chord.window
    if not w.opens:
        return _("It works only within {closes} s after {after}.").format(
            closes=w.closes, after=w.after
        )
    return _("It works only from {opens} to {closes} s after {after}.").format(
        opens=w.opens, closes=w.closes, after=w.after
    )
