"""Logs as lines of JSON: when, how grave, from where, what; no names, no colours, no addresses of people.

What a message was filled with is left out but for numbers: a file's own words, an address with a secret in it, a
client's street may stand there. The route of a request says as much as its address.
"""

from __future__ import annotations

import contextlib
import json
import logging
import re
from datetime import UTC, datetime

LONGEST = 300
"""Characters of a message that are kept."""
OWN = "studio"
"""Whose messages are made here, of numbers and references."""
_CATEGORY = re.compile(r"(\w*Warning)\b")


class Lines(logging.Formatter):
    """Writes a record as one line of JSON."""

    def format(self, record: logging.LogRecord) -> str:
        """Return the line; of an error where it arose, and never with what values."""
        at = datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds")
        line = {"at": at, "level": record.levelname, "from": record.name, "said": _said(record)}
        match = getattr(getattr(record, "request", None), "resolver_match", None)
        if match is not None:
            line["route"] = match.route
        if record.exc_info and record.exc_info[0] is not None:
            line["error"] = record.exc_info[0].__name__
            line["where"] = _where(record)
        return json.dumps(line, ensure_ascii=False)


def _said(record: logging.LogRecord) -> str:
    """Return a message with its numbers alone; of a warning only of which kind it is."""
    if record.name == "py.warnings":
        category = _CATEGORY.search(record.getMessage())
        return category[1] if category else "warning"
    if record.name.split(".")[0] == OWN:
        return record.getMessage()[:LONGEST]
    text = str(record.msg)
    if isinstance(record.args, tuple):
        shown = tuple(value if isinstance(value, int | float) else "…" for value in record.args)
        with contextlib.suppress(TypeError, ValueError):
            text = text % shown if shown else text
    return text[:LONGEST]


def _where(record: logging.LogRecord) -> str:
    """Return the files and lines that led to an error, the last ones; what was said of it may hold a client's words."""
    assert record.exc_info is not None
    places, step = [], record.exc_info[2]
    while step is not None:
        places.append(f"{step.tb_frame.f_code.co_filename.rpartition('/')[2]}:{step.tb_lineno}")
        step = step.tb_next
    return " < ".join(reversed(places[-8:]))
