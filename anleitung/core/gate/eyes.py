"""The second pair of eyes: who else stands behind exactly this state."""

from datetime import timedelta

from anleitung.core.gate.model import (
    TITLES,
    GateFacts,
    GateItem,
    GateLine,
    Pair,
    Reading,
    Run,
)
from anleitung.core.marked import gettext as _

# How long somebody who is alone waits before reading again.
ALONE = timedelta(days=1)


def line_of_eyes(facts: GateFacts) -> tuple[GateLine, Pair]:
    """Whoever asks for changes stands in the way, whatever else was said, until they say more."""
    last = _last_verdicts(facts)
    runs = {run.by: run for run in sorted(facts.runs, key=lambda each: each.at)}
    against = [
        _("{who} asks for changes: {says}").format(who=r.by, says=r.says)
        for r in last.values()
        if r.verdict == "changes"
    ]
    # Who saw it end badly on a phone says otherwise by a later run or an approval.
    against += [
        _("{who} ran it on {phone}, and it did not end well: {says}").format(
            who=run.by, phone=run.phone, says=run.says
        )
        for run in runs.values()
        if not run.ended_well and not _approves_after(last.get(run.by), run)
    ]
    if against:
        items = tuple(GateItem(says=says) for says in against)
        return _line("open", _("Somebody speaks against it."), items), ""
    if not facts.stake:
        says = _("Nothing that could be lost is at stake, so one person is enough.")
        return _line("kept", says), "none"
    others = sorted(r.by for r in last.values() if r.by != facts.actor)
    if others:
        return _line("kept", _("Approved by {who}.").format(who=", ".join(others))), "approved"
    run = next((r for r in runs.values() if r.ended_well and r.by != facts.actor), None)
    if run is not None:
        says = _("{who} ran exactly this to its good end, on {phone}.")
        return _line("kept", says.format(who=run.by, phone=run.phone)), "run"
    mine = sorted(r.at for r in facts.readings if r.by == facts.actor)
    if mine and mine[-1] - mine[0] >= ALONE:
        says = _("Read twice by {who}, a day apart. Readers see it as one person’s word.")
        return _line("kept", says.format(who=facts.actor)), "alone"
    needs = _(
        "Data or hardware is at stake ({stake}): another maintainer approves it, a tester runs it, "
        "or you read it again after a day."
    ).format(stake=facts.stake)
    return _line("open", needs, (GateItem(says=_alone(facts)),)), ""


def _alone(facts: GateFacts) -> str:
    first = min((r.at for r in facts.readings if r.by == facts.actor), default=None)
    if first is None:
        return _("Nobody else has read this state. If you are alone, say when you have read it.")
    again = first + ALONE
    if facts.now < again:
        when = again.strftime("%d %B, %H:%M UTC").lstrip("0")
        return _("You have read it. Alone, read it again from {when} on.").format(when=when)
    return _("A day has passed since you read it. Read it once more, then say so.")


def _approves_after(said: Reading | None, run: Run) -> bool:
    return said is not None and said.verdict == "approve" and said.at > run.at


def _last_verdicts(facts: GateFacts) -> dict[str, Reading]:
    """The last word of each person on this state."""
    spoken = sorted((r for r in facts.readings if r.verdict), key=lambda r: r.at)
    return {reading.by: reading for reading in spoken}


def _line(state: str, says: str, items: tuple[GateItem, ...] = ()) -> GateLine:
    return GateLine.model_validate(
        {"id": "eyes", "title": TITLES["eyes"], "state": state, "says": says, "items": items}
    )
