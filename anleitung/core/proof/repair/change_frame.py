"""Candidates for a fix in what stands around the steps: file set, admission, promise."""

from collections.abc import Iterator

from anleitung.core.conditions.model import Condition, In, Is, Not, all_of, conjuncts
from anleitung.core.conditions.text import print_condition
from anleitung.core.diagrams.boxes import describe
from anleitung.core.documents.base import Typed
from anleitung.core.guide.document import Promise
from anleitung.core.guide.nested import OneStep
from anleitung.core.guide.walk import map_steps
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import LOSS_WORDS
from anleitung.core.phone.actions.obtain import Obtain
from anleitung.core.phone.world import SIDE_LOSSES
from anleitung.core.proof.explain.words import box_words
from anleitung.core.proof.finding import Found
from anleitung.core.proof.repair.change_steps import Edit
from anleitung.core.proof.run.compile import Compiled


def declared(compiled: Compiled, found: Found) -> Iterator[Edit]:
    promise = compiled.bundle.guide.promise
    others = tuple(e for e in promise.loses if e != found.subject)
    loses = (*others, found.subject)
    if found.subject in ("apps", "media", *SIDE_LOSSES):
        says = _("Say among what is lost: {what}").format(what=LOSS_WORDS[found.subject])
        changed = Promise(holds=promise.holds, loses=loses)
        yield says, compiled.bundle.guide.model_copy(update={"promise": changed})


def listed_file(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = compiled.bundle.guide
    if found.subject in {p.id for p in compiled.bundle.packages}:
        says = _("Put {file} into the file set").format(file=found.subject)
        yield says, guide.model_copy(update={"files": (*guide.files, found.subject)})


def file_out(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = compiled.bundle.guide
    files = tuple(f for f in guide.files if f != found.subject)

    def change(step: OneStep) -> OneStep:
        if isinstance(step, Obtain) and found.subject in step.files and len(step.files) > 1:
            left = tuple(f for f in step.files if f != found.subject)
            return step.model_copy(update={"files": left})
        return step

    changed = map_steps(guide, change).model_copy(update={"files": files})
    yield _("Take {file} out of the file set").format(file=found.subject), changed


def without_ban(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = compiled.bundle.guide
    parts = conjuncts(guide.admission.condition)
    kept = all_of([p for p in parts if print_condition(p) != found.subject])
    typed = Typed(kept, print_condition(kept))
    yield (
        _("Leave it out of the admission"),
        guide.model_copy(update={"admission": typed}),
    )


def narrowed(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """Turns away exactly the phones that run into it, where they can be said in few words."""
    if found.phones is None:
        return
    space, admitted = compiled.procedure.space, compiled.procedure.admitted
    boxes = describe(space, found.phones, admitted, most=2)
    known = compiled.bundle.world.vocabulary
    if not boxes.exact or not all(box and box.keys() <= known.keys() for box in boxes.boxes):
        return
    guide = compiled.bundle.guide
    condition = guide.admission.condition
    words = []
    for box in boxes.boxes:
        condition = all_of([condition, Not(all_of([_one(f, v) for f, v in box.items()]))])
        words.append(box_words(compiled.bundle, box))
    typed = Typed(condition, print_condition(condition))
    says = _("Turn these phones away: {which}").format(which=_("; or ").join(words))
    yield says, guide.model_copy(update={"admission": typed})


def _one(fact: str, values: tuple[str, ...]) -> Condition:
    return Is(fact, values[0]) if len(values) == 1 else In(fact, values)
