"""What follows from a proof without anybody having written it: slips, reasons, losses, choices."""

from pydantic import BaseModel

from anleitung.core.diagrams.run import Budget
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import LOSS_WORDS
from anleitung.core.proof.explain.choices import Compared, compare_choices
from anleitung.core.proof.explain.consequences import (
    TurnedAway,
    find_losses,
    find_turned_away,
    propose_promises,
)
from anleitung.core.proof.explain.reasons import find_whys
from anleitung.core.proof.rehearse.slips import find_slips, try_slips
from anleitung.core.proof.repair.behind import Behind, find_behind
from anleitung.core.proof.run.compile import run_bundle
from anleitung.core.sheet.clock import span_words
from anleitung.guides.load import Stored, load_bundle
from anleitung.guides.ways_back import ways_back_of
from anleitung.jobs.work import Tick


class HarmOut(BaseModel):
    """What one slip does. how: dead, lost, stuck; step: where it is made; where: where it hurts."""

    index: int
    how: str
    step: str
    slip: str
    where: str
    says: str
    witness: str
    facts: dict[str, str]


class WhyOut(BaseModel):
    """What would come without a wipe, a start or a release, and on which kinds of phone."""

    step: str
    kind: str
    says: str
    needed: bool
    phones: int
    of: int
    which: str


class ProposedOut(BaseModel):
    """A promise that could be made: it holds for every phone that comes through."""

    condition: str
    words: str


class LostOut(BaseModel):
    what: str
    choices: str
    phones: int
    of: int


class TurnedAwayOut(BaseModel):
    """example: the nearest phone that it turns away, "" where it turns nobody away."""

    words: str
    phones: int
    of: int
    example: str = ""


def turned_away_out(away: TurnedAway) -> TurnedAwayOut:
    return TurnedAwayOut(words=away.words, phones=away.phones, of=away.of, example=away.example)


class ChoiceFactsOut(BaseModel):
    """One choice. well: kinds of phone that come through, of those that may take it."""

    choice: str
    says: str
    admitted: int
    well: int
    loses: list[str]
    takes: str
    steps: int
    warnings: int


class ComparedOut(BaseModel):
    """An option, its choices side by side. advised: what the program would take, and why."""

    option: str
    ask: str
    outcomes: list[ChoiceFactsOut]
    advised: str
    why: str
    said: str


class WayBackOut(BaseModel):
    """A rescue guide that a step names: run from there on every phone that hangs."""

    step: str
    guide: str
    title: str
    rescued: int
    of: int
    why: str


class BehindFindingOut(BaseModel):
    """step: "end" for what is judged after the last step; phones: which, "" for all."""

    severity: str
    step: str
    message: str
    phones: str


class BehindOut(BaseModel):
    """What stands behind the row that no phone gets past. supposed: what was put right in thought,

    in order; to_end: some phone came to the end then.
    """

    supposed: list[str]
    findings: list[BehindFindingOut]
    to_end: bool


class Follows(BaseModel):
    """What follows from the proof of a guide.

    tried: how many single slips; untried: those that were not tried to an end, of which nothing
    is known; harms: those that end a phone or lose something; why_not: why nothing is told at all;
    behind: only where no phone comes to the end.
    """

    tried: int
    untried: int = 0
    harms: list[HarmOut]
    whys: list[WhyOut]
    why_not: str = ""
    behind: BehindOut | None = None
    proposed: list[ProposedOut] = []
    lost: list[LostOut] = []
    turned_away: list[TurnedAwayOut] = []
    options: list[ComparedOut] = []
    ways_back: list[WayBackOut] = []


def follows_of(row: Stored, tick: Tick) -> Follows:
    compiled = run_bundle(load_bundle(row), Budget())
    if not compiled.run.finished:
        return Follows(tried=0, harms=[], whys=[])
    if compiled.run.alive[-1] is compiled.procedure.space.false:
        # Without a phone that comes through, every slip would seem to do no harm.
        says = _(
            "No phone comes to the end yet, so nothing is known of slips, reasons and choices."
        )
        return Follows(
            tried=0,
            untried=len(find_slips(compiled)),
            harms=[],
            whys=[],
            why_not=says,
            behind=_behind_out(find_behind(compiled, tick)),
        )
    rehearsed = try_slips(compiled, tick=tick)
    return Follows(
        tried=rehearsed.tried,
        untried=rehearsed.untried,
        harms=[
            HarmOut(
                index=h.index,
                how=h.how,
                step=h.step,
                slip=h.slip,
                where=h.where,
                says=h.says,
                witness=h.witness,
                facts=h.facts,
            )
            for h in rehearsed.harms
        ],
        whys=[
            WhyOut(
                step=w.step,
                kind=w.kind,
                says=w.says,
                needed=w.needed,
                phones=w.phones,
                of=w.of,
                which=w.which,
            )
            for w in find_whys(compiled)
        ],
        proposed=[
            ProposedOut(condition=p.condition, words=p.words) for p in propose_promises(compiled)
        ],
        lost=[
            LostOut(what=LOSS_WORDS[x.what], choices=x.choices, phones=x.phones, of=x.of)
            for x in find_losses(compiled)
        ],
        turned_away=[turned_away_out(each) for each in find_turned_away(compiled)],
        options=[compared_out(each) for each in compare_choices(compiled)],
        ways_back=[
            WayBackOut(
                step=w.step, guide=w.guide, title=title, rescued=w.rescued, of=w.of, why=w.why
            )
            for w, title in ways_back_of(compiled)
        ],
    )


def _behind_out(behind: Behind | None) -> BehindOut | None:
    if behind is None:
        return None
    return BehindOut(
        supposed=list(behind.supposed),
        findings=[
            BehindFindingOut(
                severity=found.severity,
                step=found.step,
                message=found.message,
                phones=found.phones.words if found.phones else "",
            )
            for found in behind.findings
        ],
        to_end=behind.to_end,
    )


def compared_out(compared: Compared) -> ComparedOut:
    return ComparedOut(
        option=compared.option,
        ask=compared.ask,
        outcomes=[
            ChoiceFactsOut(
                choice=o.choice,
                says=o.says,
                admitted=o.admitted,
                well=o.well,
                loses=[LOSS_WORDS[loss] for loss in o.loses],
                takes=span_words(o.seconds),
                steps=o.steps,
                warnings=o.warnings,
            )
            for o in compared.outcomes
        ],
        advised=compared.advised,
        why=compared.why,
        said=compared.said,
    )
