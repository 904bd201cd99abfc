"""A row that is no step yet: the author's own words, why they are none, and what they could mean.

It stands in a guide like any step, so that a draft is stored, exported and shown with it. No phone
goes past it, and nothing lets a guide with one be published.
"""

from typing import Annotated, Literal

from pydantic import Field

from anleitung.core.documents.base import Document, Prose, ShortText
from anleitung.core.guide.script import RunScript
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import AnyAction, Step
from anleitung.core.phone.world import Phone, World

MAX_PICKS = 12
About = Literal["empty", "not-read", "does-not-fit", "which-one", "clash", "carried-over"]


class Pick(Document):
    """One thing that the row could mean. says: whose it is, or from what it was inferred."""

    does: AnyAction | RunScript
    says: ShortText | None = None


class OpenQuestion(Step):
    """text: what stands there, exactly; says: what is missing or in doubt, in words."""

    action: Literal["open"]
    text: Prose = ""
    about: About = "not-read"
    says: Annotated[str, Field(max_length=400)] = ""
    picks: Annotated[tuple[Pick, ...], Field(max_length=MAX_PICKS)] = ()

    usual = (0, 0)

    def run(self, phone: Phone, world: World) -> None:
        phone.stop("open-question", "")

    def sentence(self, world: World) -> str:
        if not self.text:
            return _("Nothing is written here yet")
        return _("Not a step yet: “{text}”").format(text=self.text)
