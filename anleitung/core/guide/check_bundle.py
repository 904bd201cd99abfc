"""Checking a bundle: what its documents say of each other and is not so."""

from collections.abc import Iterable, Iterator
from dataclasses import replace
from difflib import get_close_matches

from anleitung.core.conditions.text import check_condition
from anleitung.core.documents.base import DocumentPlace
from anleitung.core.documents.build import Build
from anleitung.core.documents.package import Package
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_codenames import Mismatch, check_codenames, conditions_of
from anleitung.core.guide.for_codename import NothingForCodename, decided, typed_for
from anleitung.core.guide.nested import EACH, Nested
from anleitung.core.guide.passage import passage_faults
from anleitung.core.guide.walk import rows_of, step_places, uses_of_passages
from anleitung.core.phone.actions import Step
from anleitung.core.phone.cautions import CAUTIONS
from anleitung.core.phone.own_facts import own_value
from anleitung.core.phone.take import question_at
from anleitung.core.schemes.decode import AmbiguousScheme, CannotDecode, Comparison, Decoded


def check_bundle(bundle: Bundle) -> list[Mismatch]:
    """What the documents say of each other and is not so.

    Where the documents make no phones, that alone is told: there is nothing that a condition
    could be about. A guide for several codenames is checked as it is for each of them.
    """
    told = [
        _collected(_check_ids(bundle)),
        _collected(check_codenames(bundle)),
        _collected(_check_passages(bundle)),
    ]
    if told[1] or told[2]:
        return _once(told)
    several = len(bundle.codenames) > 1
    by_codename = [_check_one(bundle, codename) for codename in bundle.codenames]
    shared = set(by_codename[0]).intersection(*by_codename[1:])
    for codename, found in zip(bundle.codenames, by_codename, strict=True):
        told.append(
            [
                replace(each, message=f"{each.message} (as the guide is for {codename})")
                if several and each not in shared
                else each
                for each in found
            ]
        )
    return _once(told)


def _once(told: list[list[Mismatch]]) -> list[Mismatch]:
    return [each for found in told for each in dict.fromkeys(found)]


def _check_one(bundle: Bundle, codename: str) -> list[Mismatch]:
    """The bundle as it is for one codename."""
    try:
        mine = bundle.for_codename(codename)
    except NothingForCodename as error:
        return [Mismatch("guide.yaml", ("steps",), str(error))]
    found: list[Mismatch] = []
    for part in (_check_steps, _check_documents, _check_scheme):
        found += _collected(part(mine, bundle))
    home = codename == bundle.device.codename
    return found if home else [replace(m, file=_file_of(m.file, codename)) for m in found]


def _file_of(file: str, codename: str) -> str:
    return f"codenames/{codename}/{file}" if file in ("device.yaml", "builds.yaml") else file


def _collected(part: Iterable[Mismatch]) -> list[Mismatch]:
    found: list[Mismatch] = []
    try:
        for each in part:
            found.append(each)
    except (ValueError, LookupError) as error:
        says = f"these documents make no phone that could be run: {error}"
        found.append(Mismatch("device.yaml", (), says))
    return found


def _check_ids(bundle: Bundle) -> Iterator[Mismatch]:
    guide = bundle.guide
    for caution in guide.caution_words:
        if caution not in CAUTIONS:
            says = f"no caution is called {caution}; known: {', '.join(CAUTIONS)}"
            yield Mismatch("guide.yaml", ("caution_words", caution), says)
    for what, named, there in (
        ("files", guide.files, {p.id for p in bundle.packages}),
        ("tools", guide.tools, {t.id for t in bundle.tools}),
        ("programs", guide.programs, {p.id for p in bundle.programs}),
    ):
        for i, name in enumerate(named):
            if name not in there:
                yield Mismatch(
                    "guide.yaml", (what, i), f"no document in the bundle has the id {name}"
                )


def _check_passages(bundle: Bundle) -> Iterator[Mismatch]:
    uses = uses_of_passages(bundle.guide)
    for at, says in passage_faults(uses, bundle.passages):
        yield Mismatch("guide.yaml", at, says)
    named = {row.passage for row in uses.values()}
    for passage in bundle.passages:
        if passage.id not in named:
            yield Mismatch(f"passages/{passage.id}.yaml", (), "no row of the guide takes it")


def _check_steps(bundle: Bundle, whole: Bundle) -> Iterator[Mismatch]:
    """whole: as it is stored, in which the places are counted."""
    codename, places = bundle.device.codename, step_places(whole.guide)
    mine = {row.step.id for row in rows_of(bundle.guide)}
    for row in rows_of(bundle.guide):
        at = places[row.step.id]
        if row.action is not None:
            for where, says in (*row.action.misnamed(bundle.world), *_misnamed(bundle, row.action)):
                yield Mismatch("guide.yaml", (*at, *where), says)
        if isinstance(row.step, Nested):
            for where, says in row.step.misfits(bundle.options, bundle.device.layout.slots):
                yield Mismatch("guide.yaml", (*at, *where), says)
        if EACH in (getattr(row.step, "where", ""), getattr(row.step, "slot", "")):
            says = "each stands only in steps that are done for each slot (each-slot)"
            yield Mismatch("guide.yaml", at, says)
    for at, typed in conditions_of(whole.guide, within=mine):
        if decided(typed, codename) is not None:
            continue
        left = typed_for(typed, codename)
        for fault in check_condition(left.condition, bundle.world.vocabulary):
            yield Mismatch("guide.yaml", at, fault)


def _misnamed(bundle: Bundle, step: Step) -> Iterator[tuple[DocumentPlace, str]]:
    """What any step may name."""
    known = {**bundle.world.programs, **bundle.world.packages}
    if step.expects is not None and step.expects not in known:
        near = get_close_matches(step.expects, list(known), n=2)
        meant = f"; meant is perhaps {' or '.join(near)}" if near else ""
        yield ("expects",), f"no program or file of the guide is called {step.expects}{meant}"
    question = question_at(step, bundle.world)
    if question is not None and step.answered is not None and not question.answer(step.answered):
        answers = ", ".join(a.id for a in question.answers)
        yield ("answered",), f"the phone asks “{question.ask}”; answers are {answers}"


def _check_documents(bundle: Bundle, whole: Bundle) -> Iterator[Mismatch]:
    listed = {b.build for b in bundle.builds}
    variants = {v.id for v in bundle.device.variants}
    if bundle.device.usual_build not in listed:
        yield Mismatch(
            "device.yaml",
            ("usual_build",),
            f"builds.yaml does not list {bundle.device.usual_build}",
        )
    yield from _check_own_facts(bundle)
    names: dict[str, str] = {}
    for package in bundle.packages:
        file = f"packages/{package.id}.yaml"
        for i, variant in enumerate(package.variants):
            if variant not in variants:
                yield Mismatch(
                    file, ("variants", i), f"{bundle.device.codename} has no variant {variant}"
                )
        if package.least_base is not None and package.least_base not in listed:
            yield Mismatch(file, ("least_base",), f"builds.yaml does not list {package.least_base}")
        if package.asks is not None:
            for fault in check_condition(package.asks, bundle.world.vocabulary):
                yield Mismatch(file, ("demands",), fault)
        needs = package.content.needs if package.content else None
        for i, need in enumerate(needs or ()):
            for fault in check_condition(need.that.condition, bundle.world.vocabulary):
                yield Mismatch(file, ("content", "needs", i, "that"), fault)
        yield from _check_derived(bundle, package, file)
        yield from _check_recovery(bundle, package, file)
        other = names.setdefault(package.name, package.id)
        if other != package.id:
            yield Mismatch(file, ("name",), f"package {other} has the same file name")


def _check_recovery(bundle: Bundle, package: Package, file: str) -> Iterator[Mismatch]:
    """The recovery that it brings is not one of the programs that are something else."""
    named = package.content.recovery if package.content else None
    for program in bundle.programs:
        if program.id == named and program.kind != "recovery":
            says = f"{named} is a program of the kind {program.kind}, no recovery"
            yield Mismatch(file, ("content", "recovery"), says)


def _check_own_facts(bundle: Bundle) -> Iterator[Mismatch]:
    """Declared facts have one owner each; what menus set and where facts are seen is declared."""
    owners = [("device.yaml", s.id, s.facts) for s in bundle.device.other_systems]
    owners += [(f"programs/{p.id}.yaml", p.id, p.facts) for p in bundle.programs]
    owners += [(f"tools/{t.id}.yaml", t.id, t.facts) for t in bundle.tools]
    owners += [(f"packages/{p.id}.yaml", p.id, p.facts) for p in bundle.packages]
    seen: dict[str, str] = {}
    for file, owner, facts in owners:
        for fact in facts:
            other = seen.setdefault(f"{owner}.{fact.id}", file)
            if other != file:
                yield Mismatch(file, ("facts",), f"{other} declares own.{owner}.{fact.id} too")
    for program in bundle.programs:
        for i, word in enumerate(program.words):
            for name, value in word.sets.items():
                for at, says in own_value(bundle.world, name, value, ("words", i, "sets", name)):
                    yield Mismatch(f"programs/{program.id}.yaml", at, says)
    there = bundle.device.hardware.card_in
    for fault in check_condition(there.condition, bundle.world.vocabulary) if there else ():
        yield Mismatch("device.yaml", ("hardware", "card_in"), fault)
    for i, sight in enumerate(bundle.device.sights):
        if sight.fact not in bundle.world.vocabulary:
            near = get_close_matches(sight.fact, list(bundle.world.vocabulary), n=3)
            says = f"no condition can name {sight.fact}" + (f"; near are {near}" if near else "")
            yield Mismatch("device.yaml", ("sights", i, "fact"), says)


def _check_derived(bundle: Bundle, package: Package, file: str) -> Iterator[Mismatch]:
    """A derived file hangs, over any number of links, on one whose digest is known."""
    seen: list[str] = []
    here: Package | None = package
    known = {p.id: p for p in bundle.packages}
    while here is not None and here.derived is not None:
        if here.id in seen:
            yield Mismatch(file, ("derived", "source"), f"{package.id} is made from itself")
            return
        seen.append(here.id)
        source = here.derived.source
        here = known.get(source)
        if here is None:
            yield Mismatch(
                file, ("derived", "source"), f"no document in the bundle has the id {source}"
            )


def _check_scheme(bundle: Bundle, whole: Bundle) -> Iterator[Mismatch]:
    """Builds that the scheme of the codename cannot read, or orders otherwise than they say."""
    named = bundle.device.scheme
    if named is None:
        for i, build in enumerate(bundle.builds):
            if build.order is None:
                says = f"{build.build} has no order, and the codename has no naming scheme"
                yield Mismatch("builds.yaml", ("builds", i), says)
        return
    if named not in {s.id for s in bundle.schemes}:
        yield Mismatch("device.yaml", ("scheme",), f"no scheme in the bundle is called {named}")
        return
    try:
        reader = bundle.build_reader
    except AmbiguousScheme as error:
        yield Mismatch(f"schemes/{named}.yaml", (), str(error))
        return
    assert reader is not None
    before: tuple[Build, Decoded] | None = None
    for i, build in enumerate(bundle.placed):
        try:
            decoded = reader.read(build.build)
        except CannotDecode as error:
            yield Mismatch("builds.yaml", ("builds",), str(error))
            continue
        if before is not None and before[0].line == build.line:
            told = reader.compare(before[1], decoded)
            listed = before[0].place < build.place
            right = Comparison.OLDER if listed else Comparison.SAME
            if told not in (right, Comparison.NOT_COMPARABLE):
                yield Mismatch(
                    "builds.yaml",
                    ("builds", i),
                    f"by its order {build.build} is {'newer than' if listed else 'as new as'} "
                    f"{before[0].build}; by the scheme {before[0].build} is {told.value}",
                )
        before = (build, decoded)
