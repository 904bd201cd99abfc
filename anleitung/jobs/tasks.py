"""What the worker is handed."""

from django_tasks import task


@task(queue_name="jobs")
def do_job(job_id: int) -> None:
    from anleitung.jobs.services.run import run_job

    run_job(job_id)
