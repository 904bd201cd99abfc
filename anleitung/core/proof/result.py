"""The result of a proof, as it leaves core: plain values that travel as JSON."""

from typing import Literal

from pydantic import BaseModel, ConfigDict


class Out(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


class PhonesOut(Out):
    """How many kinds of phone (choices not counted apart), of how many, and which."""

    count: int
    of: int
    words: str
    exact: bool


class WitnessOut(Out):
    """The phone nearest to the usual one. facts: what differs from it."""

    words: str
    facts: dict[str, str]


class FindingOut(Out):
    """step: "" for a rule of the documents; "end" for what is judged after the last step.

    after: what could not be tried of these phones any more, "" where they went on.
    final: no contest lets it be published.
    """

    id: str
    kind: Literal["consequence", "course", "document"]
    subject: str
    severity: Literal["stop", "warn", "note"]
    step: str
    message: str
    why: str
    remedy: str
    after: str = ""
    final: bool = False
    witness: WitnessOut | None
    phones: PhonesOut | None


class PromiseOut(Out):
    """kept: kinds of phone for which it holds whatever they choose."""

    condition: str
    words: str
    kept: int
    of: int


class ChangeOut(Out):
    """One fact that one step changes, for one group of phones. phones.words is "" for all.

    settles: afterwards it is so for every phone at this step, changed or not.
    """

    group: str
    names: tuple[str, ...]
    before: str
    after: str
    is_loss: bool
    settles: bool
    phones: PhonesOut


class StepTraceOut(Out):
    step: str
    phones: int
    changes: tuple[ChangeOut, ...]


class CountsOut(Out):
    """admitted: kinds of phone the guide lets in; counted: all that the model tells apart;

    starts: admitted ones with every choice they may make.
    """

    admitted: int
    counted: int
    starts: int


class ProofOut(Out):
    fingerprint: str
    model: str
    finished: bool
    unfinished_at: str | None
    phones: CountsOut
    paths: int
    findings: tuple[FindingOut, ...]
    promises: tuple[PromiseOut, ...]
    trace: tuple[StepTraceOut, ...]

    @property
    def open_stops(self) -> int:
        return sum(f.severity == "stop" for f in self.findings)
