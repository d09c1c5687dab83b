"""What a paint counter is told: by hand, on paper, or in a letter."""

from __future__ import annotations

from collections.abc import Sequence

from prism.painting.amounts import Bought
from prism.words.homes import NO_FORMULA, bought_plain, parts_in_short
from prism.words.sizes import poured_text, regional

NO_ORDERS = "Nothing to order yet: no colour of this job is decided, and none waits for a sample."


def order_title(maker: str) -> str:
    return f"Order from {maker}" if maker else "Order of colours to be mixed"


def order_from(studio: str, lines: Sequence[str], job: str) -> list[str]:
    """Return who orders, and for which job; the client is nobody's business at a counter."""
    return [studio, *lines, f"For: {job}"]


def called_at_counter(code: str, name: str) -> str:
    return f"{code} {name}".strip()


def finish_ordered(sheen: str, paint: str) -> str:
    return ", ".join(part for part in (regional(sheen), paint) if part)


def amount_ordered(cans: Bought | None, litres: float, otherwise: str = "") -> str:
    """Return whole cans; without any, what is known of the amount."""
    return bought_plain(cans) or otherwise or poured_text(litres)


def goes_on(where: Sequence[tuple[str, str]]) -> str:
    return f"for {parts_in_short(where)}"


def needed(litres: float) -> str:
    return f"{poured_text(litres)} needed"


def recipe_ordered(recipe: str) -> str:
    """Return a recipe for the counter; empty where none is known, since the code alone is then enough."""
    return "" if recipe == NO_FORMULA else recipe


def order_line(called: str, finish: str, amount: str, more: Sequence[str]) -> str:
    """Return a paint or a pot as a counter reads it.

    >>> print(order_line("H16.3 Blotter", "satin", "1 × 5 L", ["for walls of the Study"]))
    - H16.3 Blotter, satin: 1 × 5 L
      for walls of the Study
    """
    return "\n  ".join([f"- {called}{f', {finish}' if finish else ''}: {amount}", *more])


def order_text(title: str, heading: str, paint: Sequence[str], pots: Sequence[str]) -> str:
    """Return an order as plain text, with a list only of what is wanted."""
    parts = [title, heading]
    for name, lines in (("Paint", paint), ("Sample pots", pots)):
        if lines:
            parts.append("\n".join([name, *lines]))
    return "\n\n".join(parts) + "\n"
