"""Sentences of what is shown to clients by a link."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from prism.messages.habits import day
from prism.messages.text import count, listed

NOT_SHOWN_AGAIN = "A link made earlier or elsewhere still works, but this page cannot show it again."
"""Of a link whose end this studio cannot make again: its database holds only a digest."""
LINK_OVER_TITLE = "This page has ended"
TOO_OFTEN_TITLE = "Please wait a moment"
TOO_OFTEN = "These pages were opened very often within a minute. In another minute they open again."
LINK_OVER = "This link has ended: it expired or was withdrawn. Ask your colour specialist for a new one."
SHOW_SOMETHING = "Choose at least one page to show."
ASK_WHAT = "Write down what you would like to ask."
_CLIENT = {"yes": "says yes to", "no": "says no to", "ask": "asks about"}


def review_called(colour: str, room: str) -> str:
    return f"{colour}, {room}" if room else colour


def link_text(expires: datetime, withdrawn: datetime | None, visits: int, last: datetime | None) -> str:
    state = f"withdrawn {day(withdrawn)}" if withdrawn else f"until {day(expires)}"
    seen = f"{count(visits, 'visit')}{f', last {day(last)}' if last else ''}"
    return f"{state}; {seen}"


def client_text(name: str, answer: str, colour: str, room: str, text: str) -> str:
    return f"{name or 'The client'} {_CLIENT[answer]} {review_called(colour, room)}{f': {text}' if text else '.'}"


REPLY_NEEDED = "Write what you reply to the client first."


def client_next(answer: str, is_decided: bool) -> str:
    """Say what a client's answer asks for next."""
    if answer == "ask":
        return "Reply below: the client reads it behind the link."
    if is_decided:
        return "It is decided." if answer == "yes" else "It is decided all the same: reopen it, or tell the client why."
    return (
        "Decide it below."
        if answer == "yes"
        else "Try one of the alternatives, and say why not this one when you decide."
    )


def client_replied(name: str, when: str, text: str) -> str:
    return f"{name or 'The studio'} replied on {when}: {text}"


def client_answered(answer: str) -> str:
    return {"yes": "You said yes.", "no": "You said no.", "ask": "Your question is with the studio."}[answer]


def preferred(others: Sequence[str]) -> str:
    return f"Preferred to {listed(list(others))}."
