"""Unlocking as data: how, what it takes, why its switch may be missing, how to see it worked."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import Document, ShortText, Token

Way = Literal["command", "maker-code", "account-wait", "signed-file", "never"]


class SwitchCause(Document):
    """Why the unlock switch may be missing or grey, and what to do then."""

    cause: Literal["carrier", "patch-level", "no-network", "account", "other"]
    grey: bool = Field(default=True, title="Grey (else missing)")
    carrier: Token | None = None
    least_patch_level: Annotated[str, Field(pattern=r"^[0-9]{4}-(0[1-9]|1[0-2])$")] | None = Field(
        default=None, title="Least patch level", description="year and month, as 2026-03"
    )
    remedy: ShortText = Field(title="What to do")

    @model_validator(mode="after")
    def _names_it(self) -> "SwitchCause":
        if self.cause == "carrier" and self.carrier is None:
            raise ValueError("cause carrier: say which carrier")
        if self.cause == "patch-level" and self.least_patch_level is None:
            raise ValueError("cause patch-level: say from which patch level on it can be used")
        return self


class Unlocking(Document):
    """Unlocking always takes the user data; takes: what else it takes."""

    way: Way = "command"
    wipes: Literal[True] = True
    relock_wipes: bool = Field(default=True, title="Locking again takes the user data too")
    lowers_content: bool = Field(
        default=False, title="Protected films come in lower quality while it is open"
    )
    then: Literal["bootloader", "system"] = Field(default="system", title="Then it starts into")
    wait_days: Annotated[int, Field(ge=0, le=400)] = Field(
        default=0, title="Days to wait", description="for account-wait"
    )
    asked_from: ShortText | None = Field(
        default=None,
        title="Where the code or file comes from",
        description="for maker-code, account-wait and signed-file",
    )
    token_shown: ShortText | None = Field(
        default=None, title="Where the phone shows its token", description="for maker-code"
    )
    takes: Annotated[tuple[ShortText, ...], Field(max_length=10)] = Field(
        default=(), title="What else it takes", description="one a line, beside the user data"
    )
    switch: ShortText | None = Field(default=None, title="Where the switch is")
    missing_because: Annotated[tuple[SwitchCause, ...], Field(max_length=12)] = Field(
        default=(), title="Why the switch may be missing or grey"
    )
    seen_after: ShortText | None = Field(default=None, title="How to see that it worked")

    @model_validator(mode="after")
    def _fits_the_way(self) -> "Unlocking":
        if self.way in ("maker-code", "signed-file") and self.asked_from is None:
            raise ValueError(f"{self.way}: say where the code or file comes from (asked_from)")
        if self.way == "maker-code" and self.token_shown is None:
            raise ValueError("maker-code: say where the phone shows its token (token_shown)")
        if self.way == "account-wait" and not self.wait_days:
            raise ValueError("account-wait: say how many days (wait_days)")
        if self.way != "account-wait" and self.wait_days:
            raise ValueError(f"{self.way} has no waiting time; wait_days belongs to account-wait")
        return self


class Carrier(Document):
    """unlocking: whether phones sold by this carrier may be unlocked, and after a wait or not."""

    id: Token
    name: ShortText
    unlocking: Literal["permitted", "after-wait", "never"]
    wait_days: Annotated[int, Field(ge=0, le=400)] = Field(default=0, title="Days to wait")
