"""What was put aside, and that it is back."""

from __future__ import annotations

from prism.messages.text import capital


def put_aside_said(what: str, more: str = "") -> str:
    """Say what was deleted, and what stays."""
    return f"{capital(what)} was deleted{f'; {more}' if more else ''}."


def of_review(name: str, room: str) -> str:
    """Return what a review is called."""
    return f"the review of {name}{f' in {room}' if room else ''}"


ROOMS_WENT = "its rooms went with it"
REVIEWS_KEEP = "reviews that were made with it keep it"


def viewing_taken_out(name: str, when: str) -> str:
    """Say that a viewing was taken out of the plan."""
    return f"The viewing of {name} on {when} was taken out."


def brought_back(said: str) -> str:
    """Say that something was undone, by what was said when it was done."""
    return f"Undone: {said[:1].lower()}{said[1:]}"
