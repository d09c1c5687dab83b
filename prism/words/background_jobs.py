"""How far long work is."""

from __future__ import annotations

WORK_STOPPED = "Stopped. Nothing was made."
JOB_GONE = "Somebody deleted the job first."


def document_of(title: str) -> str:
    return f"The document of {title}"


def work_failed(number: int) -> str:
    return f"The work failed, and nothing changed. Try again. If it fails again, report work {number}."


def work_text(state: str, done: int, steps: int, said: str, lost: bool) -> str:
    if state == "waiting":
        return "Waiting for its turn."
    if lost:
        return "Interrupted. It continues when the studio’s worker is back."
    if state == "running":
        return f"{done} of {steps} steps are done." if steps else "Started."
    return said or "Done."
