"""Numbers, sizes and dates on a page, as the person who reads it writes them."""

from __future__ import annotations

from datetime import date, datetime

from django import template

from prism import words
from prism.messages.text import number, plain_figure
from web import clocks

register = template.Library()


@register.filter
def figure(value: object, digits: int = 1) -> str:
    """Return a number with so many digits; with −1 no more than it has."""
    if not isinstance(value, int | float):
        return ""
    return plain_figure(round(value, 1)) if digits < 0 else number(value, digits)


@register.filter
def area(value: float) -> str:
    return words.sizes.area_text(value)


@register.filter
def day(value: date | datetime | None) -> str:
    return clocks.day(value) if value else ""


@register.filter
def moment(value: datetime | None) -> str:
    return clocks.moment(value) if value else ""
