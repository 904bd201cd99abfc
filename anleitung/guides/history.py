"""The states of a draft: each change adds one, and none is lost by going back."""

from datetime import timedelta
from hashlib import sha256

from anleitung.guides.errors import NoSuchState
from anleitung.guides.models import Draft, DraftState, Guide, KeptText


def keep_state(draft: Draft, says: str, about: str = "") -> DraftState:
    """Within a transaction: what the draft is now, as the newest state of its guide.

    about: the row or field that is typed in, "" for anything else.
    """
    digests = {name: sha256(text.encode()).hexdigest() for name, text in draft.files.items()}
    known = set(
        KeptText.objects.filter(sha256__in=digests.values()).values_list("sha256", flat=True)
    )
    new = {digests[name]: text for name, text in draft.files.items() if digests[name] not in known}
    KeptText.objects.bulk_create(KeptText(sha256=sha, text=text) for sha, text in new.items())
    before = draft.state
    if before is not None and _goes_on(before, draft, about):
        before = before.before
    newest = DraftState.objects.filter(guide=draft.guide).order_by("-number").first()
    draft.state = DraftState.objects.create(
        guide=draft.guide,
        number=newest.number + 1 if newest else 1,
        before=before,
        fingerprint=draft.fingerprint,
        title=draft.title,
        files=digests,
        says=(says or "changed")[:300],
        about=about,
        at=draft.updated_at,
        by=draft.updated_by,
    )
    return draft.state


# Somebody who types on in one row or field takes it back as a whole.
_TYPING = timedelta(seconds=20)


def _goes_on(before: DraftState, draft: Draft, about: str) -> bool:
    return (
        about != ""
        and before.before is not None
        and before.about == about
        and before.by_id == draft.updated_by_id
        and draft.updated_at - before.at < _TYPING
    )


def keep_first_state(draft: Draft) -> None:
    """For a draft that has none yet, before it is changed."""
    if draft.state is None:
        keep_state(draft, "as it stood")


def find_state(guide: Guide, number: int) -> DraftState:
    """Raises NoSuchState."""
    found = DraftState.objects.filter(guide=guide, number=number).select_related("by").first()
    if found is None:
        raise NoSuchState(f"The draft was never in a state {number}.")
    return found


def texts_of(state: DraftState) -> dict[str, str]:
    """Name within the bundle → text."""
    kept = dict(
        KeptText.objects.filter(sha256__in=state.files.values()).values_list("sha256", "text")
    )
    return {name: kept[digest] for name, digest in state.files.items()}


def draft_in(state: DraftState) -> Draft:
    """The draft as it was then, to be looked at; not stored."""
    return Draft(
        guide=state.guide,
        fingerprint=state.fingerprint,
        title=state.title,
        files=texts_of(state),
        updated_at=state.at,
        updated_by=state.by,
        state=state,
    )


def undone_by(draft: Draft) -> DraftState | None:
    """The state that undo goes back to."""
    return draft.state.before if draft.state else None


def redone_by(draft: Draft) -> DraftState | None:
    """The state that redo goes on to: the newest that was made of this one."""
    if draft.state is None:
        return None
    return draft.state.after.order_by("-number").select_related("by").first()


def forget_texts() -> int:
    """Texts that no state holds any more go; gives how many."""
    held: set[str] = set()
    for files in DraftState.objects.values_list("files", flat=True).iterator():
        held |= set(files.values())
    idle = sorted(set(KeptText.objects.values_list("sha256", flat=True)) - held)
    for begin in range(0, len(idle), 500):
        KeptText.objects.filter(sha256__in=idle[begin : begin + 500]).delete()
    return len(idle)
