"""What many tests begin with is made once and put back row by row: each still has its own."""

from collections.abc import Callable
from typing import Any

from django.contrib.auth import get_user_model
from django.db import connection

Rows = dict[str, list[tuple[Any, ...]]]

# (name, users that were there) → rows that went, rows that came.
_KEPT: dict[tuple[str, tuple[int, ...]], tuple[Rows, Rows]] = {}


def made_once(name: str, make: Callable[[], object]) -> None:
    """As after make(). Fails where its rows stand there already."""
    if not connection.in_atomic_block:  # a test of transactions, with a database of its own
        make()
        return
    users = get_user_model().objects.order_by("pk").values_list("pk", flat=True)
    key = (name, tuple(users))
    if key not in _KEPT:
        before = _tables()
        make()
        after = _tables()
        _KEPT[key] = _more(before, after), _more(after, before)
        return
    went, came = _KEPT[key]
    with connection.cursor() as cursor:
        for table, rows in went.items():
            column = connection.introspection.get_table_description(cursor, table)[0].name
            gone = [(row[0],) for row in rows]
            cursor.executemany(f'DELETE FROM "{table}" WHERE "{column}" = %s', gone)
        for table, rows in came.items():
            marks = ", ".join(["%s"] * len(rows[0]))
            cursor.executemany(f'INSERT INTO "{table}" VALUES ({marks})', rows)


def _tables() -> Rows:
    with connection.cursor() as cursor:
        names = [*connection.introspection.table_names(cursor), "sqlite_sequence"]
        return {name: cursor.execute(f'SELECT * FROM "{name}"').fetchall() for name in names}


def _more(rows: Rows, others: Rows) -> Rows:
    """The rows that are not among the others."""
    found = {name: [r for r in rows[name] if r not in set(others[name])] for name in rows}
    return {name: left for name, left in found.items() if left}
