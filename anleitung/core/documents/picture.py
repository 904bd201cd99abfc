"""A picture of a step: named by its digest, with the words for those who do not see it."""

from typing import Annotated

from pydantic import AfterValidator, Field, StringConstraints

from anleitung.core.documents.base import Document, Sha256
from anleitung.core.documents.plain_text import PATTERN, plain_text

MAX_SIDE = 4_000
Alternative = Annotated[
    str,
    StringConstraints(min_length=5, max_length=400),
    AfterValidator(plain_text),
    Field(json_schema_extra={"pattern": PATTERN}),
]


class Picture(Document):
    """alt: what is to be seen, in words; demanded. width, height: pixels."""

    sha256: Sha256
    alt: Alternative = Field(title="In words")
    width: Annotated[int, Field(ge=1, le=MAX_SIDE)]
    height: Annotated[int, Field(ge=1, le=MAX_SIDE)]


Pictures = Annotated[tuple[Picture, ...], Field(max_length=4)]
