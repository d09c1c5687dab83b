"""What was put aside, and that it is back."""

from __future__ import annotations

from prism.messages.text import capital, lower_first


def put_aside_text(what: str, more: str = "") -> str:
    return f"{capital(what)} was deleted{f'; {more}' if more else ''}."


def of_review(name: str, room: str) -> str:
    return f"the review of {name}{f' in {room}' if room else ''}"


ROOMS_WENT = "its rooms went with it"
REVIEWS_KEEP = "reviews that were made with it keep it"


def viewing_taken_out(name: str, when: str) -> str:
    return f"The viewing of {name} on {when} was removed."


def brought_back(said: str) -> str:
    return f"Undone: {lower_first(said)}"
