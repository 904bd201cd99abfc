"""The processes beside the demo's site: the worker, and the simulated mirror."""

import os
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager

from anleitung.standins.mirror import HOSTS

PATIENCE = 5  # seconds


@contextmanager
def demo_children(mirror_port: int) -> Iterator[None]:
    """Both end with this process, also where it is killed: they see that their parent is gone."""
    env = os.environ | {
        "ANLEITUNG_STAND_INS": ",".join(f"{host}={mirror_port}" for host in HOSTS),
        "ANLEITUNG_PARENT": str(os.getpid()),
    }
    commands = (
        (sys.executable, "-m", "anleitung.standins.mirror", "--port", str(mirror_port)),
        (sys.executable, "manage.py", "run_worker", "--queue", "default"),
        (sys.executable, "manage.py", "run_worker", "--queue", "jobs"),
    )
    owner = os.getpid()
    children = [subprocess.Popen(each, env=env) for each in commands]
    try:
        yield
    finally:
        # The site forks; its own children must not end what is not theirs.
        if os.getpid() == owner:
            for child in children:
                child.terminate()
            for child in children:
                try:
                    child.wait(PATIENCE)
                except subprocess.TimeoutExpired:
                    child.kill()
