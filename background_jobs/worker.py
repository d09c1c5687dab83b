"""The process that does long work: it waits while the database is held, and lets others see that it lives."""

from __future__ import annotations

import json
import logging
import threading
import time
from collections.abc import Callable
from pathlib import Path

from django.db import OperationalError, close_old_connections, connection

logger = logging.getLogger("studio.worker")

LONGEST_WAIT = 30.0
"""Seconds between two tries, at most."""
STEADY = 60.0
"""Seconds of work after which a worker that had to wait counts as steady again."""
BEAT = 5.0
BELIEVED = 20.0
"""Seconds for which a worker that said nothing is taken to live."""
RUNNING, WAITING, GONE = "running", "waiting for the database", "not running"


def _sign() -> Path:
    """Return the file by which a worker says that it lives: beside the database, which may be held."""
    return Path(f"{connection.settings_dict['NAME']}.worker")


def state() -> str:
    """Return whether there is a worker, and whether it can work."""
    try:
        sign = json.loads(_sign().read_text())
        alive = 0 <= time.time() - float(sign["at"]) < BELIEVED
        return str(sign["state"]) if alive else GONE
    except (OSError, ValueError, KeyError, TypeError):
        return GONE


class Heart:
    """Says every few seconds, from a thread of its own, what the worker is at."""

    def __init__(self) -> None:
        self.state = RUNNING
        self._stopped = threading.Event()
        self._path = _sign()

    def start(self) -> None:
        threading.Thread(target=self._beat, name="heart", daemon=True).start()

    def stop(self) -> None:
        self._stopped.set()
        self._path.unlink(missing_ok=True)

    def _beat(self) -> None:
        while not self._stopped.is_set():
            self.say()
            self._stopped.wait(BEAT)

    def say(self) -> None:
        fresh = self._path.with_suffix(".worker-new")
        try:
            fresh.write_text(json.dumps({"at": time.time(), "state": self.state}))
            fresh.replace(self._path)
        except OSError:
            logger.warning("the sign of life cannot be written")


def persistently(work: Callable[[], None], heart: Heart, wait: Callable[[float], None] = time.sleep) -> None:
    """Do work until it ends by itself; while the database is held or does not answer, try again, later each time."""
    pause = 1.0
    while True:
        began = time.monotonic()
        try:
            heart.state = RUNNING
            work()
            return
        except OperationalError:
            if time.monotonic() - began > STEADY:
                pause = 1.0
            heart.state = WAITING
            heart.say()
            logger.warning("the database does not answer; tried again in %d s", pause)
            close_old_connections()
            wait(pause)
            pause = min(2 * pause, LONGEST_WAIT)
