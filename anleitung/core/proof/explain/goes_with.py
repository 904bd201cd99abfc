"""What goes with what: every system of a codename with everything that may stand beside it.

Nothing of it is written down anywhere: a phone of the codename is given the one and then the
other, and the entry rules say whether it starts. So the table says what a proof would say.
"""

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial
from typing import Literal

from anleitung.core.diagrams.boxes import describe
from anleitung.core.diagrams.run import Budget, CompiledStep, Procedure, run_all
from anleitung.core.diagrams.space import Node
from anleitung.core.documents.base import Typed
from anleitung.core.documents.device import Device
from anleitung.core.documents.package import Package
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide, Promise
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.charge import Charge
from anleitung.core.phone.boot import start_system
from anleitung.core.phone.demands import leave_temporary, wipe_user_data, write_content
from anleitung.core.phone.entry import require_entry
from anleitung.core.phone.places import home_of
from anleitung.core.phone.world import NOT_LISTED, Phone, World
from anleitung.core.proof.explain.words import boxes_words, subject_words
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.run.compile import compile_bundle

Verdict = Literal["together", "some", "never", "not known", "part"]
# What stands beside a system; the rest of a file set is for the computer or the user.
BESIDE = ("firmware", "kernel", "ramdisk", "recovery", "root", "add-on")
# Known troubles of an experiment that no guide would have.
_OF_THE_TRIAL = frozenset({"undeclared-loss", "account-asked-for", "overwritten-unread"})
MOST = 40  # systems and others each: a table is read by a person


@dataclass(frozen=True, slots=True)
class Cell:
    """words: for which phones only, or why not. part: it is a part of this system itself."""

    verdict: Verdict
    words: str


@dataclass(frozen=True, slots=True)
class OneSystem:
    """All that is written for one release of one system; no parts: what stands on the phone."""

    family: str
    build: str
    parts: tuple[Package, ...]


@dataclass(frozen=True, slots=True)
class Beside:
    """One file, and how it goes with each system."""

    package: Package
    cells: tuple[Cell, ...]


@dataclass(frozen=True, slots=True)
class GoesWith:
    """systems: first the maker's own, as it stands on the phone. left_out: files of which nobody

    says where they go, and what is beyond the bounds of a table. finished: within the budget.
    """

    systems: tuple[OneSystem, ...]
    beside: tuple[Beside, ...]
    left_out: tuple[Package, ...] = ()
    finished: bool = True


def goes_with(bundle: Bundle, budget: Budget) -> GoesWith:
    """Of all packages of the bundle; its guide is not looked at."""
    trial = _trial(bundle)
    world = trial.world
    written = [p for p in trial.packages if p.content is not None and home_of(world, p)]
    # Beyond the bound the newest of a family are as likely wanted as the first: none is chosen.
    systems = [OneSystem("stock", "", ()), *_systems(world, written)]
    if len(systems) > MOST:
        return GoesWith((), (), trial.packages, finished=False)
    whole = [s.parts[0] for s in systems if len(s.parts) == 1]
    wanted = [p for p in trial.packages if p.role in BESIDE and p not in whole]
    others = [p for p in wanted if p in written][:MOST]
    left_out = tuple(p for p in wanted if p not in others)
    table = _Table(trial, budget)
    rows = tuple(Beside(p, tuple(table.cell(s, p) for s in systems)) for p in others)
    return GoesWith(tuple(systems), rows, left_out, table.finished)


def _systems(world: World, written: list[Package]) -> list[OneSystem]:
    """Images of one release belong together; a pack is one by itself."""
    by_release: dict[tuple[str, str], list[Package]] = {}
    for package in written:
        content = package.content
        if content is not None and package.role not in ("firmware", "add-on", "recovery", "root"):
            by_release.setdefault((content.family, content.build), []).append(package)
    return [
        OneSystem(family, build, tuple(parts))
        for (family, build), parts in by_release.items()
        if any(world.system in home_of(world, p) for p in parts)
    ]


def _trial(bundle: Bundle) -> Bundle:
    guide = Guide(
        id="goes-with",
        codename=bundle.device.codename,
        title="-",
        summary="-",
        admission=Typed.parse(_admission(bundle.device)),
        promise=Promise(holds=(Typed.parse("mode is system"),), loses=("apps", "media")),
        files=tuple(p.id for p in bundle.packages),
        steps=(Charge(action="charge", id="charge"),),
    )
    return Bundle(
        guide,
        bundle.device,
        bundle.builds,
        bundle.packages,
        (),
        bundle.schemes,
        bundle.programs,
    )


def _admission(device: Device) -> str:
    open_ = "bootloader is unlocked and system is stock and account is none and battery is high"
    waiting = device.layout.slots == "dual" and device.stock.updates_itself
    return f"{open_} and update is none" if waiting else open_


class _Table:
    def __init__(self, trial: Bundle, budget: Budget) -> None:
        self._trial, self._budget = trial, budget
        self._world = trial.world
        _rows, self._procedure = compile_bundle(trial)
        space = self._procedure.space
        # Of firmware that nobody listed nothing is known, beside whatever it stands.
        unknown = space.where(space.var("base"), NOT_LISTED)
        self._whose = space.minus(self._procedure.admitted, unknown)
        self.finished = True

    def cell(self, system: OneSystem, other: Package) -> Cell:
        if other in system.parts:
            return Cell("part", "")
        steps = []
        if system.parts:
            steps.append(self._step("system", partial(_put, packages=system.parts, anew=True)))
        steps.append(self._step("other", partial(_put, packages=(other,), anew=False)))
        steps.append(self._step("start", _start))
        run = run_all(
            Procedure(
                self._procedure.space,
                self._procedure.start,
                self._whose,
                tuple(steps),
            ),
            self._budget,
        )
        if not run.finished:
            self.finished = False
            return Cell("not known", _("not finished"))
        loud = {k: v for k, v in run.findings.items() if _is_loud(k[0])}
        doubt = self._reason(loud)
        if run.alive[-1] is self._whose:
            return Cell("not known", doubt) if doubt else Cell("together", "")
        if run.alive[-1] is self._procedure.space.false:
            return Cell("never", doubt)
        space, well = self._procedure.space, run.alive[-1]
        words = boxes_words(self._trial, describe(space, well, self._whose))
        # Of phones that start with a known trouble it is not said that all is well.
        troubled = {k: v for k, v in loud.items() if space.both(v, well) is not space.false}
        if troubled:
            words = _("{phones}, and there: {trouble}").format(
                phones=words, trouble=self._reason(troubled)
            )
        return Cell("some", words)

    def _step(self, name: str, act: Callable[..., None]) -> CompiledStep:
        return CompiledStep(name, partial(act, world=self._world), ())

    def _reason(self, findings: dict[tuple[str, str, str], Node]) -> str:
        """The one that most phones have."""
        if not findings:
            return ""
        count = self._procedure.space.count
        finding, subject, _step = max(findings, key=lambda key: count(findings[key]))
        kind = BY_ID[finding]
        return kind.message(subject_words(self._trial, kind.about, subject))


def _is_loud(finding: str) -> bool:
    return finding not in _OF_THE_TRIAL and BY_ID[finding].severity.value != "note"


def _put(phone: Phone, *, packages: tuple[Package, ...], anew: bool, world: World) -> None:
    """As if it were written by somebody who asks nothing; data is made anew for a system."""
    for package in packages:
        for name in home_of(world, package):
            write_content(phone, world, "cur", name, package)
    if anew:
        wipe_user_data(phone, world)


def _start(phone: Phone, *, world: World) -> None:
    leave_temporary(phone, world)
    if "recovery" in world.modes:
        require_entry(phone, world, "recovery")
    start_system(phone, world)
