"""What the values of a room and of what was seen in it may be, wherever they come from: forms, files and archives."""

from __future__ import annotations

from math import isfinite
from typing import Any

from django.core.exceptions import ValidationError

from prism import messages, words
from prism.light.checks import zones
from prism.viewing.scales import SCALES
from web.pictures import is_kept
from web.values import Within  # by this path migrations name it

__all__ = ["Within", "figures_by_name", "kept_picture", "known_zone", "prediction"]


def known_zone(name: str) -> None:
    if name and name not in zones():
        raise ValidationError(messages.rooms.zone_unknown(name))


def figures_by_name(value: Any) -> None:
    """Refuse anything but figures by the names of scales: the steps that were seen."""
    if (
        not isinstance(value, dict)
        or set(value) - set(SCALES)
        or not all(_is_figure(figure) for figure in value.values())
    ):
        raise ValidationError(messages.rooms.NOT_FIGURES)


def prediction(value: Any) -> None:
    """Refuse what is no prediction: differences by scale, how unsure they are, and what else was computed."""
    if not isinstance(value, dict) or not isinstance(value.get("differences"), dict) or "doubt" not in value:
        raise ValidationError(messages.rooms.NOT_FIGURES)
    for figure in value.values():
        if not (_is_figure(figure) or (isinstance(figure, dict) and all(_is_figure(each) for each in figure.values()))):
            raise ValidationError(messages.rooms.NOT_FIGURES)


def _is_figure(value: Any) -> bool:
    return value is None or (isinstance(value, int | float) and not isinstance(value, bool) and isfinite(value))


def kept_picture(content: bytes | memoryview) -> None:
    """Raise `ValidationError` for bytes that are no picture as the studio keeps them, as in a file of a job."""
    if not isinstance(content, bytes | memoryview) or not is_kept(bytes(content)):  # of a number: so many zeros
        raise ValidationError(words.viewing.NO_PICTURE)
