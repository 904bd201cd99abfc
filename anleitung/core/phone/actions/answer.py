"""A question of the phone is answered; nobody answering is an answer too, where it has a time."""

from collections.abc import Callable, Iterator, Mapping
from functools import partial
from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.documents.question import Answer, Question
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.actions.enroll_key import enrolled
from anleitung.core.phone.actions.relock import relocked
from anleitung.core.phone.actions.second import second_started
from anleitung.core.phone.actions.unlock import unlocked
from anleitung.core.phone.boot import start_system
from anleitung.core.phone.demands import leave_temporary
from anleitung.core.phone.entry import enter
from anleitung.core.phone.world import Phone, World


class AnswerQuestion(Step):
    """question: of the codename; answer: one of its answers."""

    action: Literal["answer"]
    question: Id
    answer: Id

    usual = (5, 30)
    lets_time_pass = False
    short = ("answer {question} with {answer}",)
    example = {"action": "answer", "question": "sure", "answer": "yes"}

    def run(self, phone: Phone, world: World) -> None:
        question = world.device.question(self.question)
        given = question.answer(self.answer) if question else None
        if question is None or given is None:
            phone.stop("no-such-question", self.question)
        if not phone.is_("asked", self.question):
            phone.stop("nothing-asked", self.question)
        _take(phone, world, question, given)

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        question = world.device.question(self.question)
        for other in question.answers if question else ():
            if other.id != self.answer:
                says = _("“{answer}” is answered instead").format(answer=other.says)
                yield says, self.model_copy(update={"answer": other.id})

    def sentence(self, world: World) -> str:
        question = world.device.question(self.question)
        given = question.answer(self.answer) if question else None
        if question is None or given is None:
            return _("Answer {question} with {answer}").format(
                question=self.question, answer=self.answer
            )
        return _("The phone asks “{ask}”: {says}").format(ask=question.ask, says=given.says)


def let_time_pass(phone: Phone, world: World) -> None:
    """Before any step that is no answer: what the phone asked is answered by its own clock."""
    for question in world.device.questions:
        if not phone.is_("asked", question.id):
            continue
        given = question.answer(question.usual) if question.usual else None
        if given is None:
            phone.stop("question-unanswered", question.id)
        _take(phone, world, question, given)


def _take(phone: Phone, world: World, question: Question, given: Answer) -> None:
    phone.set("asked", "none")
    if given.does == "goes-on":
        _EFFECTS[question.after](phone, world)
    elif given.does == "starts":
        leave_temporary(phone, world)
        start_system(phone, world)


def _set(phone: Phone, world: World, *, slot: str, value: str) -> None:
    phone.set(slot, value)


_EFFECTS: Mapping[str, Callable[[Phone, World], None]] = {
    "unlock": unlocked,
    "relock": relocked,
    "enroll-key": enrolled,
    "second": second_started,
    "connect": partial(_set, slot="link", value="confirmed"),
    **{
        f"enter.{mode}": partial(enter, mode=mode)
        for mode in ("bootloader", "userspace", "recovery", "download")
    },
}
