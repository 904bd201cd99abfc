"""What changed on a way since its address was shared: the address holds which guides it had."""

from collections.abc import Iterator

from anleitung.core.marked import gettext as _
from anleitung.core.routes.search import Route
from anleitung.routes.ask import OnGround

_LEG, _VERSION = ",", "@"


def seen_of(on: OnGround, route: Route) -> str:
    """The legs with their versions, as an address holds them."""
    return _LEG.join(f"{name}{_VERSION}{version}" for name, version in _legs(on, route))


def since(on: OnGround, seen: str, route: Route | None) -> list[str]:
    """Sentences; none where the way is the one that was shared."""
    then = dict(each.rpartition(_VERSION)[::2] for each in seen.split(_LEG) if _VERSION in each)
    now = dict(_legs(on, route)) if route is not None else {}
    found = []
    for name, version in then.items():
        title = _title(on, name)
        if name not in now:
            found.append(_("“{title}” was a leg of it, and is none now.").format(title=title))
        elif now[name] != version:
            here, there = now[name].partition("~")[0], version.partition("~")[0]
            if here == there:
                found.append(
                    _("“{title}” is to be gone through with other choices.").format(title=title)
                )
                continue
            says = _("“{title}” is version {now} now; it was {then}.")
            found.append(says.format(title=title, now=here, then=there or "–"))
    for name in now:
        if name not in then:
            found.append(_("“{title}” is a leg of it now.").format(title=_title(on, name)))
    if not found and list(then) != list(now):
        found.append(_("Its legs are the same, in another order."))
    return found


def _legs(on: OnGround, route: Route) -> Iterator[tuple[str, str]]:
    for leg in route.legs:
        row = on.revisions.get(leg.move.name)
        chosen = "".join(f"~{option}.{choice}" for option, choice in leg.move.choices)
        yield leg.move.name, (row.version if row else "") + chosen


def _title(on: OnGround, name: str) -> str:
    """Of what is not there any more, the name that the address gives."""
    move = next((m for m in on.ground.moves if m.name == name), None)
    return move.title if move else name[:130]
