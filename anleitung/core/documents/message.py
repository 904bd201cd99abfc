"""Texts that a reader may see while a step runs, and what each of them means there."""

import re
from typing import Annotated, Literal

from pydantic import AfterValidator, Field, field_validator

from anleitung.core.documents.base import Document, Id, ShortText
from anleitung.core.documents.gaps import fits_gaps
from anleitung.core.documents.plain_text import plain_text

MAX_GAPS = 3


class Message(Document):
    """text: as it is seen, with * for what differs. means: harmless here, or a reason to stop.

    causes: what it may come from, the likeliest first. at: the actions at which a tool or a phone
    program is known to show it; a step leaves it empty.
    """

    text: Annotated[str, AfterValidator(plain_text), Field(min_length=1, max_length=150)] = Field(
        title="As it is seen"
    )
    means: Literal["harmless", "stop"]
    do: ShortText = Field(title="What to do")
    at: Annotated[tuple[Id, ...], Field(max_length=20)] = Field(
        default=(), title="Shown at the actions", description="in the document of what shows it"
    )
    causes: Annotated[tuple[ShortText, ...], Field(max_length=8)] = ()

    @field_validator("text")
    @classmethod
    def _few_gaps(cls, value: str) -> str:
        if value.count("*") > MAX_GAPS:
            raise ValueError(f"at most {MAX_GAPS} gaps (*) in one text")
        return value

    @property
    def says_something(self) -> bool:
        """Whether it can be told from any other text: a gap alone fits everything."""
        return len(re.sub(r"[^\w]", "", self.text)) >= 3

    def fits(self, line: str) -> bool:
        """line: one line, of which at most 400 characters are read."""
        if len(line) > 400:
            return False
        return fits_gaps(self.text, line.strip(), never="\n")


class Try(Document):
    """One thing to try when the expected sight does not come. A report can say that it helped."""

    what: Literal[
        "again",
        "other-timing",
        "cable",
        "port",
        "driver",
        "as-administrator",
        "file-again",
        "restart-tool",
        "other",
    ]
    says: ShortText
