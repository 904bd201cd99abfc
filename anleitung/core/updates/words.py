"""Packages, ways and what is permanent about a build, in words."""

from anleitung.core.documents.build import Shipment
from anleitung.core.marked import gettext as _
from anleitung.core.updates.moves import Graph
from anleitung.core.updates.ways import NoWay, Standing


def megabytes(size: int) -> str:
    return f"{size / 1e9:.2f} GB" if size >= 1e9 else f"{size / 1e6:.1f} MB"


def package_words(package: Shipment) -> str:
    match package.kind:
        case "full":
            return _("full, from any build")
        case "incremental":
            return _("from {build} only").format(build=package.from_build)
        case "range":
            return _("from {least} to {most}").format(
                least=package.from_least, most=package.from_most
            )
        case "emergency":
            return _("through emergency mode, from any build")


def standing_words(name: str, standing: Standing, graph: Graph) -> list[tuple[str, str]]:
    """(tone, sentence) each; nothing where there is nothing to say."""
    build = graph.builds[name]
    found = []
    if build.withdrawn:
        found.append(("loss", _("withdrawn")))
    if standing.is_dead_end:
        found.append(("care", _("dead end: newer builds are there, and no package leads to them")))
    if standing.by_rollback:
        says = _(
            "once left, there is no way back: every build it leads to raises the rollback index"
        )
        found.append(("care", says))
    elif standing.no_return:
        found.append(("plain", _("once left, no package leads back")))
    if not standing.entered and not build.withdrawn:
        found.append(("plain", _("no package in the catalogue leads here")))
    return found


def no_way_words(start: str, goal: str, answer: NoWay) -> str:
    if answer.missing is not None:
        says = _(
            "No way with the packages of the catalogue. The one that would open it: a package "
            "from {start} to {goal}, or a full one of {goal}."
        )
        return says.format(start=answer.missing.start, goal=answer.missing.goal)
    words = {
        "withdrawn": _("{goal} was withdrawn; nothing leads to it any more."),
        "rollback": _(
            "No package can ever make this way: the rollback index of {goal} is lower than "
            "what {start} has set, and a phone does not start what lies below."
        ),
        "edition": _("{goal} is another edition than {start}; the maker's packages never cross."),
        "region": _(
            "{goal} is for another region than {start}, and no package in the catalogue takes "
            "phones of that region on the way."
        ),
    }
    told = [says for barrier, says in words.items() if barrier in answer.why]
    return " ".join(told).format(start=start, goal=goal)
