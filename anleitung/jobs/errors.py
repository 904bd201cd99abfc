"""What can be said of a job instead of an answer."""

from anleitung.core.errors import AnleitungError
from anleitung.jobs.models import Job


class UnderWay(AnleitungError):
    """No fault: the answer is being worked out. job: where to look how far it is."""

    code = "under-way"

    def __init__(self, job: Job) -> None:
        super().__init__("It is being worked out.")
        self.job = job


class JobRefused(AnleitungError):
    code = "job-refused"


class JobFailed(AnleitungError):
    """What the worker came to instead of an answer: the problem as the API tells it."""

    code = "job-failed"

    def __init__(self, problem: dict[str, object]) -> None:
        super().__init__(str(problem.get("message", "")))
        self.problem = problem


class JobStopped(Exception):
    """Raised within the work, where its job was stopped."""
