"""What a published review says beside the findings: headings, cautions, alternative texts, round-ups."""

from __future__ import annotations

from collections.abc import Sequence

from prism.messages.text import count, listed, lower_first, number

ARTICLE_TITLES = {
    "is": "What it is", "undertone": "Its undertone, shown", "alternatives": "Close alternatives",
    "light": "In different light", "whites": "Whites and trim", "palette": "What goes with it",
    "use": "Where to use it, and where not", "sample": "How to try it",
}  # fmt: skip
SCREENS_ARE_NOT_PAINT = (
    "A screen is not paint. Judge this colour from a painted sample, upright in your own room, by day and by lamplight."
)
SCREEN_OR_PRINT = "Neither a screen nor print is paint: decide from painted samples."
TRY_IT = (
    "Paint two coats on white card of A4 or larger, and leave a white margin all round.",
    "Hold it upright against the wall, beside what stays in the room.",
    "Look in the morning, at noon, in the evening and under your lamps.",
    "Hold a close alternative beside it: the undertone shows in the difference.",
)


def article_title(name: str, headline: str) -> str:
    return headline if name in headline else f"{name}: {headline}"


def pair_picture_text(first: str, second: str) -> str:
    return f"{first} on the left, {second} on the right, without a line between them."


def next_white(name: str, rank: str) -> str:
    return f"{name}, next: {lower_first(rank.rstrip('.'))}." if rank else f"{name}."


def swatch_picture_text(name: str, maker: str, lrv: float) -> str:
    by = f" by {maker}" if maker else ""
    return f"A swatch of {name}{by}, LRV {number(lrv, 0)}."


def palette_picture_text(names: Sequence[str]) -> str:
    return f"Swatches side by side: {listed(list(names))}."


def by_maker(name: str, maker: str, code: str) -> str:
    if not maker:
        return f"{name} is a colour of our own."
    return f"{name} is made by {maker}, code {code}." if code else f"{name} is made by {maker}."


def written_by(studio: str, day: str) -> str:
    return f"{studio}, {day}" if studio else day


ROUND_UP_TITLE = "Colours compared"


def round_up_size(most: int) -> str:
    return f"Choose 2 to {most} colours."


def round_up_waits(name: str, why: str) -> str:
    return f"{name} cannot be published yet. {why}"


def round_up_intro(amount: int, family: str) -> str:
    many = count(amount, family or "colour").capitalize()
    return f"{many}, from the lightest to the deepest, each beside its neighbour."
