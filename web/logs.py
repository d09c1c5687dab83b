"""Logs as lines of JSON: when, how grave, from where, what; no names, no colours, no addresses of people."""

from __future__ import annotations

import json
import logging
from datetime import UTC, datetime


class Lines(logging.Formatter):
    """Writes a record as one line of JSON."""

    def format(self, record: logging.LogRecord) -> str:
        """Return the line; of an error where it arose, and never with what values."""
        at = datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds")
        line = {"at": at, "level": record.levelname, "from": record.name, "said": record.getMessage()}
        if record.exc_info and record.exc_info[0] is not None:
            line["error"] = record.exc_info[0].__name__
            line["where"] = _where(record)
        return json.dumps(line, ensure_ascii=False)


def _where(record: logging.LogRecord) -> str:
    """Return the files and lines that led to an error, the last ones; what was said of it may hold a client's words."""
    assert record.exc_info is not None
    found, step = [], record.exc_info[2]
    while step is not None:
        found.append(f"{step.tb_frame.f_code.co_filename.rpartition('/')[2]}:{step.tb_lineno}")
        step = step.tb_next
    return " < ".join(reversed(found[-8:]))
