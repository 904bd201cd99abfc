"""Fifty random one-place changes of the boot rule: how many do its tests notice?

Each change is made in a copy of the code; the copy's own tests of starts and hazards run until
the first one fails. ``--count`` and ``--seed`` choose others.
"""

import argparse
import ast
import copy
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from pathlib import Path
from random import Random

HOME = Path(__file__).parents[1]
RULE = "anleitung/core/phone/boot.py"
TESTS = (
    "tests/core/phone/test_boot.py",
    "tests/core/phone/test_steps.py",
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


def noticed(home: Path, source: str) -> bool:
    (home / RULE).write_text(source)
    command = [sys.executable, "-m", "pytest", "-q", "-x", "-p", "no:cacheprovider", *TESTS]
    done = subprocess.run(command, cwd=home, capture_output=True, check=False)
    return done.returncode != 0


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--count", type=int, default=50)
    parser.add_argument("--seed", type=int, default=1)
    given = parser.parse_args()
    tree = ast.parse((HOME / RULE).read_text())
    every = list(changes(tree))
    chosen = Random(given.seed).sample(every, min(given.count, len(every)))
    with tempfile.TemporaryDirectory() as folder:
        home = Path(folder)
        for name in ("anleitung", "tests", "docs", "scripts"):
            shutil.copytree(HOME / name, home / name, ignore=shutil.ignore_patterns("__pycache__"))
        for name in ("pyproject.toml", "pytest.ini", "manage.py"):
            if (HOME / name).exists():
                shutil.copy(HOME / name, home / name)
        (home / "var").mkdir()
        (home / "var/secret-key").write_text("only-for-a-benchmark")
        if noticed(home, ast.unparse(tree)):
            sys.exit("The tests fail on the rule as it is; nothing can be said of changes.")
        missed = [name for name, twin in chosen if not noticed(home, ast.unparse(twin))]
    print(f"{len(chosen) - len(missed)} of {len(chosen)} changes (of {len(every)}) noticed")
    for name in missed:
        print(f"  missed: {name}")


if __name__ == "__main__":
    main()
