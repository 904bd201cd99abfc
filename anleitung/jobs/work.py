"""What the worker can do. Each kind is registered by the app whose work it is."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User

from anleitung.jobs.errors import JobRefused
from anleitung.jobs.models import Job

# done, total: how far it is. Raises JobStopped where the job was stopped meanwhile.
Tick = Callable[[int, int], None]
# Told within the transaction that stores: it waits for no interval, and a stop comes too late then.
LAST = (3, 3)


def asker_of(job: Job) -> User:
    """Who asked for it. Raises JobRefused for work of the site itself."""
    if job.asked_by is None:
        raise JobRefused("This work belongs to a person, and nobody asked for it.")
    return job.asked_by


@dataclass(frozen=True, slots=True)
class JobKind:
    """says: what the person sees while it is under way. run: gives what is kept under the key.

    again: what is kept is worked out anew each time, since the key alone does not say all.
    """

    name: str
    says: str
    run: Callable[[Job, Tick], Any]
    again: bool = False


KINDS: dict[str, JobKind] = {}


def says_of(job: Job) -> str:
    """Also for work of a kind that another version of this program knew."""
    return KINDS[job.kind].says if job.kind in KINDS else job.kind


def register(kind: JobKind) -> None:
    KINDS[kind.name] = kind
