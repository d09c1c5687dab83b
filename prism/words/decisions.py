"""What is open before a decision, and what was decided."""

from __future__ import annotations

from collections.abc import Sequence

from prism.messages.text import capital, count, numeral
from prism.words.sizes import regional


def why_not(name: str) -> str:
    return f"Why not {name}"


def decided_against(name: str, reason: str) -> str:
    return f"Not {name}{f': {reason}' if reason else ', without a reason given'}"


def decided_for(name: str) -> str:
    return f"Decided: {name}"


def reviewed_only(name: str) -> str:
    return f"{name}, not decided yet"


def hours_counted(unseen: int, of: int) -> list[str]:
    """Return at how many of the key times nobody looked; nothing where somebody did at all of them."""
    if not unseen:
        return []
    return [f"Not seen yet at {'any' if unseen == of else numeral(unseen)} of the {count(of, 'key time')}."]


def open_points(unseen: Sequence[str], waiting: Sequence[str], again: int, hours_known: bool, seen: bool) -> list[str]:
    """Return what is open before a decision: which key times were not seen (in sentences), what was planned by
    hand, and what was asked to be looked at again."""
    points = list(unseen)
    if waiting:
        points.append(f"Planned by hand and not seen yet: {'; '.join(waiting)}.")
    if again:
        points.append(f"{capital(count(again, 'answer'))} asked to look again, and nobody has since.")
    if not hours_known:
        points.append(HOURS_UNKNOWN)
        if not seen:
            points.append("Nobody has looked at it on a wall yet.")
    return points


HOURS_UNKNOWN = "The key times are unknown: enter the room’s size, place and windows."
NOTHING_OPEN = "Seen at every key time in this room, and nobody asks to look again."


def decided_text(name: str, sheen: str, reason: str, by: str, when: str, amount: str, paint: str = "") -> str:
    what = ", ".join(part for part in (f"{name}{f' in {regional(sheen)}' if sheen else ''}", paint, amount) if part)
    return f"{what}{f': {reason}' if reason else ''} ({by}, {when})"


def decided_meanwhile(by: str) -> str:
    return f"{by} decided first: that decision is below. Reopen it to decide again."


DECISION_REASON = "Say why: somebody will ask in a year."
