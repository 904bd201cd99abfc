"""What is known to work, and not, of a system on a codename."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import Document, Id, ShortText, Token

State = Literal["works", "partly", "broken"]


class Feature(Document):
    """One state of a feature. since, until: the first and the last release it is true of."""

    feature: ShortText
    state: State
    since: Token | None = Field(default=None, title="Since release")
    until: Token | None = Field(default=None, title="until release")
    says: ShortText | None = Field(default=None, title="What happens")
    cure: ShortText | None = Field(default=None, title="What helps")

    @model_validator(mode="after")
    def _says_what(self) -> "Feature":
        if self.state != "works" and self.says is None:
            raise ValueError(f"{self.feature}: say what happens, since it does not simply work")
        return self


class SystemState(Document):
    """The known bugs of one system on one codename. releases: the oldest first."""

    codename: Id
    system: Id
    name: ShortText
    releases: Annotated[tuple[Token, ...], Field(min_length=1, max_length=100)]
    features: Annotated[tuple[Feature, ...], Field(max_length=200)] = ()

    @model_validator(mode="after")
    def _releases_exist(self) -> "SystemState":
        for f in self.features:
            for release in (f.since, f.until):
                if release is not None and release not in self.releases:
                    raise ValueError(f"{f.feature}: {release} is not among the releases")
            if f.since and f.until and self._at(f.since) > self._at(f.until):
                raise ValueError(f"{f.feature}: since {f.since} is after until {f.until}")
        return self

    def _at(self, release: str) -> int:
        return self.releases.index(release)

    def at(self, release: str | None) -> tuple[Feature, ...]:
        """What is true of a release; of the newest one where none or another is given."""
        here = self._at(release) if release in self.releases else len(self.releases) - 1
        return tuple(
            f
            for f in self.features
            if (f.since is None or self._at(f.since) <= here)
            and (f.until is None or here <= self._at(f.until))
        )
