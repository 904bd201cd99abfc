"""What differs around the steps: files, options, promises, cautions, programs, words."""

from collections.abc import Iterator

from anleitung.core.documents.package import Package
from anleitung.core.files.lists import all_digests
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.walk import actions_of
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.cautions import CAUTIONS
from anleitung.core.proof.explain.words import condition_words
from anleitung.core.revisions.compared import SaidOut


def sets_said(first: Bundle, second: Bundle) -> Iterator[SaidOut]:
    yield from _files(first, second)
    yield from _options(first, second)
    yield from _promises(first, second)
    yield from _cautions(first, second)
    yield from _documents(first, second)
    for field, name in (("tools", _("host tool")), ("programs", _("phone program"))):
        mine, theirs = getattr(first.guide, field), getattr(second.guide, field)
        for each in (n for n in theirs if n not in mine):
            yield _minor("set", _("New {kind}: {name}").format(kind=name, name=each))
        for each in (n for n in mine if n not in theirs):
            yield _minor("set", _("No longer needed: {kind} {name}").format(kind=name, name=each))
    for field in ("agree_to", "at_hand", "prerequisites"):
        if getattr(first.guide, field) != getattr(second.guide, field):
            yield _minor("set", _SET[field])
    words = [n for n in _WORDS if getattr(first.guide, n) != getattr(second.guide, n)]
    if words:
        names = ", ".join(_WORDS[name] for name in words)
        says = _("Other words: {names}").format(names=names)
        yield SaidOut(level="patch", kind="words", says=says)


def _documents(first: Bundle, second: Bundle) -> Iterator[SaidOut]:
    """What both carry and what says something else in each: commands, menus, the phone itself."""
    mine, theirs = _carried(first), _carried(second)
    for name, document in theirs.items():
        if name in mine and mine[name] != document:
            says = _("The {kind} {name} is described otherwise")
            yield _minor("document", says.format(kind=name[0], name=name[1]))


def _carried(bundle: Bundle) -> dict[tuple[str, str], object]:
    found: dict[tuple[str, str], object] = {
        (_("phone"), bundle.device.codename): bundle.device,
        **{(_("host tool"), t.name): t for t in bundle.tools},
        **{(_("phone program"), p.name): p for p in bundle.programs},
        **{(_("naming scheme"), s.name): s for s in bundle.schemes},
        **{(_("build"), b.build): b for b in bundle.builds},
    }
    return found


_WORDS = Texts(
    {
        "title": N_("title"),
        "summary": N_("summary"),
        "introduction": N_("introduction"),
        "caution_words": N_("cautions"),
    }
)
_SET = Texts(
    {
        "agree_to": N_("Readers agree to other known bugs"),
        "at_hand": N_("Other things must be at hand"),
        "prerequisites": N_("What comes before it is declared otherwise"),
    }
)


def _minor(kind: str, says: str) -> SaidOut:
    return SaidOut(level="minor", kind=kind, says=says)


def _files(first: Bundle, second: Bundle) -> Iterator[SaidOut]:
    mine = {p.id: p for p in first.packages if p.id in first.guide.files}
    theirs = {p.id: p for p in second.packages if p.id in second.guide.files}
    gone = [p for name, p in mine.items() if name not in theirs]
    for name, new in theirs.items():
        old = mine.get(name)
        if old is not None:
            yield from _same_id(old, new)
            continue
        # A file of the same role that came as another went takes its place.
        before = next((p for p in gone if p.role == new.role and _family(p) == _family(new)), None)
        if before is not None:
            gone.remove(before)
            says = _("{new} takes the place of {old}").format(new=new.name, old=before.name)
        else:
            says = _("New file: {name}").format(name=new.name)
        yield _minor("file", says)
    for old in gone:
        yield _minor("file", _("No longer needed: {name}").format(name=old.name))


def _family(package: Package) -> str:
    return package.content.family if package.content else ""


def _same_id(old: Package, new: Package) -> Iterator[SaidOut]:
    if not same_bytes(old, new):
        if old.name == new.name:
            says = _("{name} has other bytes under the same name: {before} became {after}")
            told = says.format(name=new.name, before=_digest(old), after=_digest(new))
            yield _minor("file", told)
        else:
            says = _("{new} takes the place of {old}")
            yield _minor("file", says.format(new=new.name, old=old.name))
    elif old.name != new.name:
        yield _minor("file", _("{old} is called {new} now").format(old=old.name, new=new.name))
    elif old != new:
        says = _("Something else is said of {name}").format(name=new.name)
        yield SaidOut(level="patch", kind="words", says=says)


def same_bytes(one: Package, other: Package) -> bool:
    """By a digest of the same kind on both, or made from another file in the same way.

    Without either nothing is known to be the same.
    """
    mine, theirs = all_digests(one), all_digests(other)
    if one.derived is not None and not mine and not theirs:
        return one.derived == other.derived
    shared = mine.keys() & theirs.keys()
    return (
        one.size == other.size
        and bool(shared)
        and all(mine[kind] == theirs[kind] for kind in shared)
    )


def _digest(package: Package) -> str:
    if package.sha256:
        return f"SHA-256 {package.sha256[:8]}…"
    return next((f"{k} {v[:8]}…" for k, v in package.also.given.items()), _("no digest"))


def _options(first: Bundle, second: Bundle) -> Iterator[SaidOut]:
    mine = {o.id: o for o in first.guide.options}
    theirs = {o.id: o for o in second.guide.options}
    for name, option in theirs.items():
        if name not in mine:
            yield _minor("option", _("New choice: {ask}").format(ask=option.ask))
            continue
        had = {c.id for c in mine[name].choices}
        for choice in option.choices:
            if choice.id not in had:
                says = _("New answer to “{ask}”: {says}")
                yield _minor("option", says.format(ask=option.ask, says=choice.says))
    for name, option in mine.items():
        left = {c.id for c in theirs[name].choices} if name in theirs else set()
        lost = [c for c in option.choices if c.id not in left]
        if lost:
            says = _("No longer a choice: {says}").format(says="; ".join(c.says for c in lost))
            yield SaidOut(level="major", kind="option", says=says)


def _promises(first: Bundle, second: Bundle) -> Iterator[SaidOut]:
    mine = {str(p): p for p in first.guide.promise.holds}
    theirs = {str(p): p for p in second.guide.promise.holds}
    for name, promise in mine.items():
        if name not in theirs:
            words = condition_words(first, promise.condition)
            yield _minor("promise", _("No longer promised: {words}").format(words=words))
    for name, promise in theirs.items():
        if name not in mine:
            words = condition_words(second, promise.condition)
            yield _minor("promise", _("Promised as well: {words}").format(words=words))


def _cautions(first: Bundle, second: Bundle) -> Iterator[SaidOut]:
    mine, theirs = _brought(first), _brought(second)
    for caution in (c for c in theirs if c not in mine):
        yield _minor("caution", _("New caution: {says}").format(says=_(CAUTIONS[caution])))
    for caution in (c for c in mine if c not in theirs):
        yield _minor("caution", _("Caution gone: {says}").format(says=_(CAUTIONS[caution])))


def _brought(bundle: Bundle) -> dict[str, None]:
    steps = (s for s in actions_of(bundle.guide) if not isinstance(s, OpenQuestion))
    return dict.fromkeys(c for step in steps for c in step.cautions(bundle.world))
