"""The map of a codename over what is published: worked out once, and what it means in words."""

from collections.abc import Iterator
from datetime import datetime
from hashlib import sha256
from typing import Any

from django.contrib.auth.models import User

from anleitung.core.model_version import MODEL_VERSION
from anleitung.core.proof.explain.links import find_link
from anleitung.core.routes.chart import Chart, Hangs, chart_of
from anleitung.core.routes.declared import declared_of
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.rescues import unrescued_of
from anleitung.jobs.outcomes import find_outcome, forget_outcome
from anleitung.jobs.services.ask import ask
from anleitung.routes.ask import OnGround, ground_of
from anleitung.routes.map_shown import FeedOut, MapOut, Told

KIND = "map"
FORM = 6  # of what is told: another one where its words or parts change


def ask_map(*, actor: User, codename: str, now: datetime) -> MapOut | None:
    """None where nothing is published. Raises UnderWay, JobFailed, JobRefused, NoSuchDocument."""
    on = ground_of(codename, now=now)
    if on is None:
        return None
    kept = kept_map(codename, on)
    if kept is not None:
        return kept
    forget_outcome(KIND, codename)
    args = {"codename": codename}
    told = ask(actor=actor, kind=KIND, key=codename, args=args, now=now)
    return MapOut.model_validate(told) if told else None


def kept_map(codename: str, on: OnGround) -> MapOut | None:
    """The one that was made of what is published now, where there is one."""
    found = find_outcome(KIND, codename)
    if found is None or found.get("state") != state_of(on):
        return None
    return MapOut.model_validate(found)


def state_of(on: OnGround) -> str:
    told: list[Any] = [MODEL_VERSION, FORM]
    for move in (*on.ground.moves, *on.avoided):
        told.append((move.key, move.bundle.fingerprint, move.avoided))
    told += [(name, bundle.fingerprint) for name, (_row, bundle) in sorted(on.older.items())]
    return sha256(repr(told).encode()).hexdigest()


def map_of(on: OnGround) -> MapOut:
    """Works it out. Raises BudgetSpent."""
    ground = Ground([*on.ground.moves, *on.avoided]) if on.avoided else on.ground
    chart = chart_of(ground)
    told = Told(on, ground)
    declared = list(declared_of(ground, chart))
    hangs = [*chart.hangs, *_over_older(on, chart)]
    apart = {each.name for each in hangs}
    troubles = [
        *(told.hangs(each) for each in hangs),
        *(told.circle(names) for names in chart.circles),
        *(told.broken(each, chart) for each in chart.breaks if each.name not in apart),
        *told.unrescued(unrescued_of(ground)),
        *(told.differs(d) for chain in declared for d in chain.differences),
    ]
    return MapOut(
        state=state_of(on),
        places=list(told.places(chart)),
        feeds=[
            FeedOut(before=f.before, after=f.after, opened=f.opened, of=f.of) for f in chart.feeds
        ],
        troubles=troubles,
        declared=[told.chain(each) for each in declared],
        legs=chart.legs,
        not_mapped=sorted(row.title for row, _bundle in on.older.values()),
        untried=[
            f"“{title}” has {ways:,} combinations of choices; only {tried} of them were tried."
            for title, tried, ways in on.untried
        ],
    )


def _over_older(on: OnGround, chart: Chart) -> Iterator[Hangs]:
    """What is not reached, and would be over a guide that carries an older document."""
    for each in chart.breaks:
        bundle = on.ground.bundles[each.name]
        for name, (_row, older) in sorted(on.older.items()):
            if find_link(older, bundle) is not None:
                yield Hangs(each.name, name, (name, each.name))
                break
