"""Random one-place changes of the phone model: how many do its tests notice?

Entry rules and starts, the gate for writing, the record of what stands in a partition, and what
happens by itself. Each change is made in a copy of the code; the copy's own tests of the model run
until the first one fails. ``--count`` and ``--seed`` choose others.
"""

import argparse
import ast
import copy
import os
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from multiprocessing.pool import ThreadPool
from pathlib import Path
from random import Random

HOME = Path(__file__).parents[1]
PHONE = "anleitung/core/phone"
MODULES = (
    *("boot", "clauses", "content", "demands", "entry"),
    *("own_facts", "places", "sight", "take", "writing"),
)
TESTS = (
    "tests/core/phone",
    "tests/core/proof/test_second_pass.py",
    "tests/core/proof/test_own_facts.py",
    "tests/core/proof/test_hazards.py",
    "tests/core/proof/test_findings.py",
)
SWAPS = {ast.Lt: ast.LtE, ast.LtE: ast.Lt, ast.Gt: ast.GtE, ast.Eq: ast.NotEq, ast.NotEq: ast.Eq}


def changes(tree: ast.Module) -> Iterator[tuple[str, ast.Module]]:
    """Every one-place change: a test turned round, a comparison, an end, a statement left out."""
    places = _places(tree)
    for index, node in enumerate(places):
        for name, change in _of(node):
            twin = copy.deepcopy(tree)
            change(_places(twin)[index])
            yield f"line {getattr(node, 'lineno', 0)}: {name}", ast.fix_missing_locations(twin)


def _places(tree: ast.Module) -> list[ast.AST]:
    """Everything in the bodies of functions; what decorates a class changes no phone."""
    functions = [n for n in ast.walk(tree) if isinstance(n, ast.FunctionDef)]
    return [part for function in functions for part in ast.walk(function)]


def _of(node: ast.AST) -> Iterator[tuple[str, object]]:
    if isinstance(node, ast.If):
        yield "test turned round", lambda n: setattr(n, "test", ast.UnaryOp(ast.Not(), n.test))
    if isinstance(node, ast.Compare) and type(node.ops[0]) in SWAPS:
        other = SWAPS[type(node.ops[0])]
        yield "comparison", lambda n: setattr(n, "ops", [other()])
    if isinstance(node, ast.BoolOp):
        other_op = ast.Or if isinstance(node.op, ast.And) else ast.And
        yield "and for or", lambda n: setattr(n, "op", other_op())
    if isinstance(node, ast.Name) and node.id in ("STUCK", "DEAD"):
        end = "DEAD" if node.id == "STUCK" else "STUCK"
        yield "the other end", lambda n: setattr(n, "id", end)
    if isinstance(node, ast.Constant) and isinstance(node.value, bool):
        yield "true for false", lambda n: setattr(n, "value", not n.value)
    body = getattr(node, "body", None)
    if isinstance(body, list):
        for place, statement in enumerate(body):
            if isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Call):
                yield "statement left out", lambda n, at=place: n.body.__setitem__(at, ast.Pass())


Change = tuple[str, str, str]  # module, what, the changed source


def every_change() -> list[Change]:
    found = []
    for module in MODULES:
        tree = ast.parse((HOME / PHONE / f"{module}.py").read_text())
        found += [(module, name, ast.unparse(twin)) for name, twin in changes(tree)]
    return found


def copied(home: Path) -> None:
    for name in ("anleitung", "tests", "docs", "scripts"):
        shutil.copytree(HOME / name, home / name, ignore=shutil.ignore_patterns("__pycache__"))
    shutil.copy(HOME / "pyproject.toml", home / "pyproject.toml")
    shutil.copy(HOME / "manage.py", home / "manage.py")
    (home / "var").mkdir()
    (home / "var/secret-key").write_text("only-for-a-benchmark-and-long-enough-for-the-site")


def noticed(home: Path, change: Change | None) -> bool:
    command = [sys.executable, "-m", "pytest", "-q", "-x", "-p", "no:cacheprovider", *TESTS]
    if change is None:
        return subprocess.run(command, cwd=home, capture_output=True, check=False).returncode != 0
    place = home / PHONE / f"{change[0]}.py"
    before = place.read_text()
    place.write_text(change[2])
    try:
        done = subprocess.run(command, cwd=home, capture_output=True, check=False, timeout=900)
        return done.returncode != 0
    except subprocess.TimeoutExpired:
        return True
    finally:
        place.write_text(before)


def missed_of(changes_of_one: list[Change]) -> list[str]:
    with tempfile.TemporaryDirectory() as folder:
        home = Path(folder)
        copied(home)
        if noticed(home, None):
            raise RuntimeError("The tests fail on the model as it is: nothing is said of changes.")
        missed = []
        for number, change in enumerate(changes_of_one, 1):
            if not noticed(home, change):
                missed.append(f"{change[0]} {change[1]}")
            print(f"{number} of {len(changes_of_one)}, missed: {missed}", flush=True)
        return missed


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--count", type=int, default=200)
    parser.add_argument("--seed", type=int, default=1)
    given = parser.parse_args()
    every = every_change()
    chosen = Random(given.seed).sample(every, min(given.count, len(every)))
    workers = os.cpu_count() or 1
    with ThreadPool(workers) as pool:
        parts = pool.map(missed_of, [chosen[i::workers] for i in range(workers)])
    missed = [name for part in parts for name in part]
    print(f"{len(chosen) - len(missed)} of {len(chosen)} changes (of {len(every)}) noticed")
    for name in sorted(missed):
        print(f"  missed: {name}")


if __name__ == "__main__":
    main()
