"""What is done by itself now and then: looked at by the queue every hour, whether or not it is due."""

from __future__ import annotations

import logging
import threading
import time

from django.conf import settings
from django.db import close_old_connections

from background_jobs import tasks

logger = logging.getLogger(__name__)

EVERY = 3_600.0
"""Seconds between two looks."""


def look() -> None:
    for path in settings.SCHEDULED:
        tasks.scheduled.enqueue(path)


def keep_looking() -> threading.Thread:
    """Look now and every hour, for as long as this process lives."""

    def on() -> None:
        while True:
            try:
                look()
            except Exception:  # whatever it was, the next look may do
                logger.exception("what is due could not be looked at")
            finally:
                close_old_connections()
            time.sleep(EVERY)

    thread = threading.Thread(target=on, name="schedule", daemon=True)
    thread.start()
    return thread
