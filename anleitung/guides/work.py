"""The long work of guides, as the worker does it."""

from typing import Any

from django.utils import timezone

from anleitung.core.formats.read_bundle import read_zip
from anleitung.core.model_version import MODEL_VERSION
from anleitung.core.writing.view import open_of
from anleitung.guides.errors import Replaced
from anleitung.guides.history import draft_in
from anleitung.guides.load import (
    Stored,
    chosen_for,
    find_draft,
    find_revision,
    load_bundle,
    load_proof,
    load_whole,
    readable,
)
from anleitung.guides.models import Draft, DraftState, Revision, Withdrawal
from anleitung.jobs.models import Job
from anleitung.jobs.work import JobKind, Tick, asker_of, register


def row_args(row: Stored) -> dict[str, Any]:
    """What leads the worker to the very row: its fingerprint is in the key as well."""
    kind, key = ("draft" if isinstance(row, Draft) else "revision"), row.pk
    if isinstance(row, Draft) and row.pk is None and row.state is not None:
        kind, key = "state", row.state.pk
    return {kind: key} | ({"codename": row.chosen} if row.chosen else {})


def row_of(args: dict[str, Any]) -> Stored:
    row: Stored | None
    if "state" in args:
        state = DraftState.objects.filter(pk=args["state"]).select_related("guide", "by").first()
        row = draft_in(state) if state else None
    else:
        kind: Any = Draft if "draft" in args else Revision
        key = args.get("draft", args.get("revision"))
        row = kind.objects.filter(pk=key).select_related("guide").first()
    if row is None:
        raise Replaced("This draft was replaced or published meanwhile. Open it again.")
    return chosen_for(row, args.get("codename", row.guide.codename))


def proof_key(fingerprint: str) -> str:
    return f"{fingerprint} {MODEL_VERSION}"


def newest_state() -> str:
    """What published rescue guides and links depend on besides the guide itself."""
    newest = Revision.objects.order_by("-pk").values_list("pk", flat=True).first()
    return f"{newest} {Withdrawal.objects.count()}"


def _prove(job: Job, tick: Tick) -> dict[str, Any]:
    from anleitung.guides.today import held_against_today, with_documents

    row = row_of(job.args)
    bundle = load_bundle(row)
    tick(0, 1)
    if job.args.get("today"):
        bundle = with_documents(bundle, held_against_today(row).changed)
    load_proof(bundle)
    return {}


def _link(job: Job, tick: Tick) -> dict[str, Any]:
    """Which published guides of a codename lead to which."""
    from anleitung.guides.chain import neighbours
    from anleitung.guides.load import newest_revisions

    rows = newest_revisions(job.args["codename"])
    for number, row in enumerate(rows):
        tick(number, len(rows))
        neighbours(row, most_new=10_000)
    return {}


def _prove_all(job: Job, tick: Tick) -> dict[str, Any]:
    """Every draft and newest revision that this model has not proved yet."""
    rows: list[Stored] = [*Draft.objects.all(), *_newest()]
    for number, (row, _bundle) in enumerate(readable(rows)):
        tick(number, len(rows))
        for each in load_whole(row).each:
            load_proof(each)
    return {}


def _prove_stale(job: Job, tick: Tick) -> dict[str, Any]:
    """Every newest state that carries a document which is another one by now, with that one.

    A stop lies between two guides; what was proved until then stays.
    """
    from anleitung.catalogue.load import current_fingerprints
    from anleitung.guides.today import held_against_today, with_documents

    known = current_fingerprints()
    rows: list[Stored] = [*Draft.objects.select_related("guide"), *_newest()]
    stale = []
    for row, whole in readable(rows):
        for codename in whole.codenames:
            chosen = chosen_for(row, codename)
            today = held_against_today(chosen, known)
            if today.is_stale and not today.fault:
                stale.append((chosen, today))
    for number, (row, today) in enumerate(stale):
        tick(number, len(stale))
        load_proof(with_documents(load_bundle(row), today.changed))
    return {"proved": len(stale)}


def _newest() -> list[Revision]:
    found: dict[int, Revision] = {}
    for revision in Revision.objects.filter(withdrawal__isnull=True).order_by("number"):
        found[revision.guide_id] = revision
    return list(found.values())


def _try_slips(job: Job, tick: Tick) -> Any:
    from anleitung.guides.follows import follows_of

    return follows_of(row_of(job.args), tick).model_dump(mode="json")


def _goes_with(job: Job, tick: Tick) -> Any:
    from anleitung.guides.goes_with import goes_with_of

    return goes_with_of(job.args["codename"]).model_dump(mode="json")


def _find_fixes(job: Job, tick: Tick) -> list[dict[str, Any]]:
    from anleitung.guides.services.fix import fixes_of

    return [
        {
            "finding": which.finding,
            "subject": which.subject,
            "step": which.step,
            "says": known.says,
            "hidden": list(known.hidden),
        }
        for which, known in fixes_of(row_of(job.args), tick)
    ]


def _apply_fix(job: Job, tick: Tick) -> dict[str, Any]:
    from anleitung.guides.services.fix import Which, fix

    args = job.args
    # Without a finding it is the admission that is made as narrow as the steps.
    of_finding = "finding" in args
    draft = fix(
        actor=asker_of(job),
        codename=args["codename"],
        slug=args["slug"],
        seen=args["seen"],
        which=Which(args["finding"], args["subject"], args["step"]) if of_finding else None,
        now=timezone.now(),
        tick=tick,
    )
    load_proof(load_bundle(draft))
    return redrafted(draft)


def _settle(job: Job, tick: Tick) -> dict[str, Any]:
    from anleitung.guides.services.settle_difference import settle_difference

    args = job.args
    draft = settle_difference(
        actor=asker_of(job),
        codename=args["codename"],
        slug=args["slug"],
        seen=args["seen"],
        address=tuple(args["address"]),
        choice=args["choice"],
        new_name=args["new_name"],
        now=timezone.now(),
        tick=tick,
    )
    return redrafted(draft)


def _import(job: Job, tick: Tick) -> dict[str, Any]:
    from anleitung.guides.services.bring_in import bring_in

    tick(0, 3)
    files = read_zip(bytes(job.given or b""))
    result = bring_in(
        actor=asker_of(job),
        files=files,
        replaces=job.args["replaces"],
        now=timezone.now(),
        tick=tick,
    )
    told = redrafted(result.draft) | {"replaced": result.replaced}
    return told | {"differs": [each.as_plain() for each in result.differs]}


def _begin(job: Job, tick: Tick) -> dict[str, Any]:
    """A guide from notes."""
    from anleitung.guides.services.begin import begin

    text = bytes(job.given or b"").decode()
    tick(1, 3)
    begun = begin(actor=asker_of(job), text=text, now=timezone.now(), **job.args)
    return begun_words(begun)


def _paste(job: Job, tick: Tick) -> dict[str, Any]:
    from anleitung.guides.services.paste_notes import paste_notes

    text, now = bytes(job.given or b"").decode(), timezone.now()
    tick(1, 3)
    return begun_words(paste_notes(actor=asker_of(job), text=text, now=now, tick=tick, **job.args))


def begun_words(begun: Any) -> dict[str, Any]:
    """What became of a beginning, or of notes that were pasted."""
    draft, drafted = begun.draft, begun.drafted
    return {
        "codename": draft.chosen or draft.guide.codename,
        "slug": draft.guide.slug,
        "read": drafted.read if drafted else 0,
        "of": drafted.asked if drafted else 0,
        "open": open_of(load_whole(draft).guide),
    }


def _look_at_replacing(job: Job, tick: Tick) -> list[dict[str, Any]]:
    from anleitung.guides.services.replace_all import replacement_of, what_it_would_do

    what = replacement_of(job.args["what"])
    return list(what_it_would_do(codename=job.args["codename"], what=what, tick=tick))


def _compare(job: Job, tick: Tick) -> dict[str, Any]:
    from anleitung.guides.comparing import compare_states

    tick(0, 1)
    found = compare_states(row_of(job.args["first"]), row_of(job.args["second"]))
    return found.model_dump(mode="json")


def redrafted(draft: Draft) -> dict[str, Any]:
    return {
        "codename": draft.chosen or draft.guide.codename,
        "slug": draft.guide.slug,
        "fingerprint": draft.fingerprint,
        "replaced": True,
    }


def find_row(codename: str, slug: str, short: str) -> Stored:
    """A revision by its short fingerprint, or the draft of a guide. Raises NotThere."""
    return find_revision(short, codename) if short else find_draft(codename, slug)


def register_all() -> None:
    for kind in (
        JobKind("proof", "a proof", _prove),
        JobKind("slips", "trying every slip", _try_slips),
        JobKind("goes-with", "what goes with what", _goes_with),
        JobKind("compare", "comparing two states", _compare),
        JobKind("fixes", "looking for fixes", _find_fixes),
        JobKind("fix", "taking a fix", _apply_fix),
        JobKind("prove-all", "proving what a new model has not proved yet", _prove_all, again=True),
        JobKind("prove-stale", "proving what is out of date", _prove_stale, again=True),
        JobKind("links", "which guide leads to which", _link, again=True),
        JobKind("settle", "settling a difference", _settle),
        JobKind("import", "importing a bundle", _import),
        JobKind("begin", "reading notes into a new guide", _begin),
        JobKind("paste", "reading notes into a draft", _paste),
        JobKind("look", "proving what a replacing would do", _look_at_replacing),
    ):
        register(kind)
