"""What a comparison says, as plain values that travel as JSON."""

from typing import Literal

from anleitung.core.proof.result import Out

Level = Literal["major", "minor", "patch", "same"]
LEVELS: tuple[Level, ...] = ("major", "minor", "patch", "same")


class SaidOut(Out):
    """One difference in a sentence. kind: what it is about; phones: kinds of phone that it

    concerns, 0 where it is none of phones; steps: ids of rows of the later state.
    """

    level: Level
    kind: str
    says: str
    phones: int = 0
    steps: tuple[str, ...] = ()


class RowSideOut(Out):
    """number: as the sheet counts it, from 1."""

    id: str
    number: int
    sentence: str


class RowPairOut(Out):
    """how: what became of the row. means: what that is for a phone, "" for nothing."""

    first: RowSideOut | None
    second: RowSideOut | None
    how: Literal["same", "words", "otherwise", "effect", "added", "removed", "moved"]
    means: str = ""


class ComparisonOut(Out):
    """Two states of a guide under one codename.

    finished: both proofs reached their end; else nothing is claimed to be the same, and the level
    is major. equal: no phone comes in, falls out, or is treated otherwise, and all digests are the
    same. level: of the whole; reason: the sentence that decides it, "" where nothing differs.
    """

    finished: bool
    equal: bool
    level: Level
    reason: str
    admitted_first: int
    admitted_second: int
    came: int
    fell: int
    said: tuple[SaidOut, ...]
    rows: tuple[RowPairOut, ...]
