"""What a package asks, how it is named and how it may travel, in words."""

from collections.abc import Mapping

from anleitung.core.documents.file_rules import VersionRule
from anleitung.core.documents.package import Package
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.updates.words import megabytes

WAYS = Texts(
    {
        "copied": N_("copied"),
        "pushed": N_("pushed over the cable"),
        "card": N_("on a card"),
        "stick": N_("on a stick"),
        "sideload": N_("by sideload"),
    }
)
MADE = Texts(
    {
        "patched": N_("patched"),
        "unpacked": N_("unpacked"),
        "renamed": N_("renamed"),
        "other": N_("made"),
    }
)


def demand_words(package: Package) -> list[str]:
    found = []
    for says, values in (
        (_("variant {these}"), package.variants),
        (_("region {these}"), package.regions),
        (_("platform {these}"), tuple(map(str, package.platforms))),
        (_("processor {these}"), package.processors),
        (_("installed by {these}"), package.installed_by),
        (_("refused by {these}"), package.refused_by),
    ):
        if values:
            found.append(says.format(these=_(" or ").join(values)))
    if package.exact_base:
        found.append(_("exactly the base {build}").format(build=package.exact_base))
    if package.least_base:
        found.append(_("base {build} or newer").format(build=package.least_base))
    if package.least_partition:
        size = megabytes(package.least_partition)
        found.append(_("a partition of {size} at least").format(size=size))
    if package.demands:
        found.append(str(package.demands))
    if package.versions:
        found.append(version_words(package.versions))
    return found


def version_words(rule: VersionRule) -> str:
    """ "version 4.2 or newer, not 4.5: it forgets the slot"."""
    if rule.exact:
        says = _("version {these}").format(these=_(" or ").join(rule.exact))
    elif rule.least and rule.most:
        says = _("version {least} to {most}").format(least=rule.least, most=rule.most)
    elif rule.least:
        says = _("version {least} or newer").format(least=rule.least)
    elif rule.most:
        says = _("version {most} or older").format(most=rule.most)
    else:
        says = _("any version")
    if rule.never:
        says += _(", not {these}").format(these=_(" or ").join(rule.never))
    return f"{says}: {rule.because}" if rule.because else says


def name_words(package: Package) -> str:
    naming = package.naming
    match naming.rule:
        case "keep":
            says = _("keep the name exactly")
        case "free":
            says = _("any name")
        case "fixed":
            says = _("rename to {name}").format(name=naming.fixed)
    return f"{says}: {naming.because}" if naming.because else says


def way_words(package: Package) -> str:
    parts = [_(" or ").join(WAYS[w] for w in package.ways)] if package.ways else []
    parts += [
        _("never {way}: {because}").format(way=WAYS[f.way], because=f.because)
        for f in package.forbidden
    ]
    return "; ".join(parts)


def derived_words(package: Package, packages: Mapping[str, Package]) -> str:
    """The chain down to a file whose digest is known."""
    if package.derived is None:
        return ""
    made = package.derived
    source = packages.get(made.source)
    name = source.name if source else made.source
    held = _("whose digest is checked") if source and source.sha256 else _("which is made as well")
    return _("{how} on the {place} from {source}, {held}; named {pattern}").format(
        how=MADE[made.made], place=made.place, source=name, held=held, pattern=made.pattern
    )
