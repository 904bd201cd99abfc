"""The guide sheet as plain values: one row per step, for author, reviewer and reader alike."""

from typing import Literal

from anleitung.core.drawn.chords import ChordOut
from anleitung.core.proof.result import FindingOut, Out, PromiseOut


class ChangeLineOut(Out):
    """One line of the facts column. who: which phones, "" for all that come here."""

    what: str
    before: str
    after: str
    who: str
    is_loss: bool


class CommandOut(Out):
    host: str
    text: str


class ChoiceOut(Out):
    id: str
    says: str


class MessageOut(Out):
    """A text that may be seen at a step. means: harmless or stop; causes: the likeliest first."""

    text: str
    means: Literal["harmless", "stop"]
    means_words: str
    do: str
    causes: tuple[str, ...]


class CourseOut(Out):
    """How long it takes, in words. longest: with every wait at its limit; quiet: from the first

    step that cannot be taken back; battery: how full it should be; by_hand: steps on trust.
    """

    whole: str
    hands_on: str
    waiting: str
    longest: str
    quiet: str
    battery: str
    by_hand: int


class PictureOut(Out):
    """path: where the site serves it; width, height: pixels."""

    sha256: str
    path: str
    alt: str
    width: int
    height: int


class RowOut(Out):
    """number: 1 for the first step; arm: what leads here ("if not"), on its first row only.

    cut: what falls off at this row, "" for nothing; begins: the usual clock, "0:14".
    seen_at: where what it asks for is read off.
    under: the answers that lead here, each as "question=answer"; asks: the name of the question
    that this row puts, "" for none, with its answers.
    """

    id: str
    number: int
    kind: Literal["step", "choose", "branch"]
    depth: int
    arm: str
    under: tuple[str, ...]
    asks: str
    answers: tuple[ChoiceOut, ...]
    begins: str
    sentence: str
    prose: str
    pictures: tuple[PictureOut, ...]
    seen_at: tuple[str, ...]
    sight: str
    sight_kept: str
    duration: str
    messages: tuple[MessageOut, ...]
    tries: tuple[str, ...]
    way_back: str
    cautions: tuple[str, ...]
    commands: tuple[CommandOut, ...]
    chords: tuple[ChordOut, ...]
    changes: tuple[ChangeLineOut, ...]
    cut: str
    no_return: bool
    findings: tuple[FindingOut, ...]


class FileOut(Out):
    id: str
    name: str
    role: str
    size: int
    size_words: str
    sha256: str
    variants: tuple[str, ...]
    sources: tuple[str, ...]


class HostOut(Out):
    id: str
    name: str
    notes: tuple[str, ...]


class OptionOut(Out):
    id: str
    ask: str
    choices: tuple[ChoiceOut, ...]


class VariantOut(Out):
    id: str
    told_apart_by: str


class SheetOut(Out):
    """admission: its parts in words; lost: what is gone at the end; cautions: of all steps;

    general: findings of no step.
    """

    guide: str
    codename: str
    maker: str
    market_names: tuple[str, ...]
    title: str
    summary: str
    introduction: str
    fingerprint: str
    admission: tuple[str, ...]
    seen_at: tuple[str, ...]
    promises: tuple[PromiseOut, ...]
    lost: tuple[str, ...]
    cautions: tuple[str, ...]
    takes: str
    course: CourseOut
    agree_to: tuple[str, ...]
    at_hand: tuple[str, ...]
    download: str
    finished: bool
    unfinished_at: str
    admitted: int
    starts: int
    paths: int
    stops: int
    warnings: int
    rows: tuple[RowOut, ...]
    general: tuple[FindingOut, ...]
    files: tuple[FileOut, ...]
    hosts: tuple[HostOut, ...]
    options: tuple[OptionOut, ...]
    variants: tuple[VariantOut, ...]
    builds: tuple[str, ...]
    build_shown_at: str
