"""What the reports of one revision say, in counts and in words."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import Enum

from pydantic import BaseModel, ConfigDict

from anleitung.core.evidence.claims import Policy
from anleitung.core.evidence.judge import Flag, Outcome, judge
from anleitung.core.evidence.weights import Factor
from anleitung.core.marked import N_, Texts, capital
from anleitung.core.marked import gettext as _


class Ending(Enum):
    """How a run ended."""

    WORKED = "worked"
    TROUBLE = "worked-with-trouble"
    GAVE_UP = "gave-up"
    HANGS = "hangs"
    BACK = "back-to-before"
    DEAD = "dead"


ENDING_WORDS = Texts(
    {
        Ending.WORKED: N_("It worked"),
        Ending.TROUBLE: N_("It worked, with trouble"),
        Ending.GAVE_UP: N_("I gave up on the way"),
        Ending.HANGS: N_("The phone hangs or does not finish starting"),
        Ending.BACK: N_("The phone is back to what it was before"),
        Ending.DEAD: N_("The phone shows no sign of life"),
    }
)

# The allowed error is shared between two readings of the same reports.
READINGS = (("failed", 0.04), ("trouble", 0.01))
DEAD_NOTICE = timedelta(days=14)


@dataclass(frozen=True, slots=True)
class CountedReport:
    """One report that counts. values: factor → value; at: when it came in."""

    values: Mapping[str, str]
    ending: Ending
    at: datetime

    @property
    def failed(self) -> bool:
        return self.ending not in (Ending.WORKED, Ending.TROUBLE)

    @property
    def troubled(self) -> bool:
        return self.ending is not Ending.WORKED


class _Out(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


class FlagOut(_Out):
    """reading: "failed" or "trouble" (trouble or worse); runs and bad are counts inside."""

    factor: str
    value: str
    claim: str
    reading: str
    runs: int
    bad: int
    other_runs: int
    other_bad: int
    words: str
    cannot_tell: str


class BuildCountOut(_Out):
    build: str
    runs: int
    failed: int
    trouble: int
    dead: int


class EvidenceOut(_Out):
    """builds: counts per base build of the start; dead_notice: "" where there is none."""

    runs: int
    failed: int
    trouble: int
    dead: int
    builds: tuple[BuildCountOut, ...]
    flags: tuple[FlagOut, ...]
    dead_notice: str


FACTOR_WORDS = Texts({"base": N_("base build"), "variant": N_("variant")})


def factor_words(factor: str) -> str:
    if factor.startswith("option."):
        return _("choice {name}").format(name=factor.removeprefix("option."))
    return FACTOR_WORDS.get(factor, factor)


def evidence_of(
    reports: Sequence[CountedReport],
    factors: Sequence[Factor],
    *,
    policy: Policy | None = None,
) -> EvidenceOut:
    """reports: in the order of arrival. The notice of dead phones depends on the day, and is put

    in where it is shown.
    """
    builds: dict[str, list[CountedReport]] = {}
    for report in reports:
        builds.setdefault(report.values["base"], []).append(report)
    declared = next((f.declared for f in factors if f.name == "base"), ())
    place = {build: i for i, build in enumerate(declared)}
    return EvidenceOut(
        **_counts(reports),
        builds=tuple(
            BuildCountOut(build=build, **_counts(builds[build]))
            for build in sorted(builds, key=lambda b: (place.get(b, len(place)), b))
        ),
        flags=_flags(reports, factors, policy or Policy()),
        dead_notice="",
    )


def _counts(reports: Sequence[CountedReport]) -> dict[str, int]:
    return {
        "runs": len(reports),
        "failed": sum(r.failed for r in reports),
        "trouble": sum(r.ending is Ending.TROUBLE for r in reports),
        "dead": sum(r.ending is Ending.DEAD for r in reports),
    }


def _flags(
    reports: Sequence[CountedReport], factors: Sequence[Factor], policy: Policy
) -> tuple[FlagOut, ...]:
    """A combination that fails too often is not named a second time for its trouble."""
    found: dict[tuple[str, str], FlagOut] = {}
    for reading, alpha in READINGS:
        outcomes = [
            Outcome(r.values, r.failed if reading == "failed" else r.troubled) for r in reports
        ]
        for flag in judge(outcomes, factors, alpha=alpha, policy=policy):
            found.setdefault(flag.combination, _flag_out(flag, reading))
    return tuple(found.values())


def _flag_out(flag: Flag, reading: str) -> FlagOut:
    factor, value = flag.combination
    counts = flag.counts
    what = _("failed") if reading == "failed" else _("had trouble or failed")
    claim = (
        _("It does so more than the rest at the same time.")
        if flag.claim == "worse"
        else _("That is too often, even if failures are reported eight times as eagerly.")
    )
    words = _("{factor} {value}: {bad} of {runs} reported runs {what}; of the others {k} of {n}.")
    others = [*flag.same, *flag.rivals]
    return FlagOut(
        factor=factor,
        value=value,
        claim=flag.claim,
        reading=reading,
        runs=counts.inside,
        bad=counts.inside_failed,
        other_runs=counts.outside,
        other_bad=counts.outside_failed,
        words=capital(
            words.format(
                factor=factor_words(factor),
                value=value,
                bad=counts.inside_failed,
                runs=counts.inside,
                what=what,
                k=counts.outside_failed,
                n=counts.outside,
            )
        )
        + " "
        + claim,
        cannot_tell=", ".join(f"{factor_words(f)} {v}" for f, v in others),
    )


def dead_notice(times: Sequence[datetime]) -> str:
    """times: when dead phones were reported that a notice is still about, the oldest first."""
    if not times:
        return ""
    until = (times[-1] + DEAD_NOTICE).strftime("%d %B %Y").lstrip("0")
    if len(times) == 1:
        return _("One report of a dead phone is being checked. This notice ends on {day}.").format(
            day=until
        )
    return _("{count} reports of dead phones are being checked. This notice ends on {day}.").format(
        count=len(times), day=until
    )
