"""Bounds of what comes in by an address or a query, before anything looks at it."""

from typing import Annotated

from ninja import Path

# What the database can hold as the number of a row.
RowId = Annotated[int, Path(ge=1, le=2**63 - 1)]
