"""Pages that are computed before they are printed: a template gets values, and starts nothing."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cached_property
from types import SimpleNamespace
from typing import Any

from django import shortcuts
from django.core import paginator
from django.db.models import QuerySet
from django.http import HttpRequest, HttpResponse
from django.template import loader
from django.utils.safestring import SafeString


class Page:
    """What a template shows: its public attributes, those of the class too, and its properties."""

    unsettled: tuple[str, ...] = ()
    """Public properties that are for Python and not for the template."""

    def settled(self) -> Settled:
        """Return the content as plain values, pages within it settled too."""
        names = [name for name in vars(self) if not name.startswith("_")]
        for kind in type(self).__mro__[:-1]:
            names += [
                name
                for name, value in vars(kind).items()
                if (isinstance(value, property | cached_property) or not callable(value))
                and not name.startswith("_")
                and name not in (*names, "unsettled")
            ]
        return Settled(
            _unsettled=self.unsettled,
            **{name: settled(getattr(self, name)) for name in names if name not in self.unsettled},
        )


class Settled(SimpleNamespace):
    """The content of a page, which nobody changes any more."""

    def __setattr__(self, name: str, value: object) -> None:
        raise AttributeError(f"'{name}' of a settled page cannot be changed")

    def __getattr__(self, name: str) -> Any:
        """Say that something is for Python, where a template wants it: it would print nothing, unnoticed."""
        if name in self.__dict__.get("_unsettled", ()):
            raise RuntimeError(f"'{name}' of a page is not settled, and cannot be printed")
        raise AttributeError(name)


def settled(value: Any) -> Any:
    """Return a value with every page in it settled, and every query asked."""
    if isinstance(value, Page):
        return value.settled()
    if isinstance(value, QuerySet):
        return list(value)
    if isinstance(value, paginator.Page):
        value.object_list = settled(value.object_list)
        return value
    if type(value) is list:
        return [settled(each) for each in value]
    if type(value) is tuple:
        return tuple(settled(each) for each in value)
    if type(value) is dict:
        return {key: settled(each) for key, each in value.items()}
    return value


def render(
    request: HttpRequest, template: str, context: Mapping[str, Any] | None = None, status: int | None = None
) -> HttpResponse:
    """Answer with a template, its context settled before."""
    return shortcuts.render(request, template, settled(dict(context or {})), status=status)


def render_to_string(template: str, context: Mapping[str, Any] | None = None) -> SafeString:
    """Return what a template prints, its context settled before."""
    return loader.render_to_string(template, settled(dict(context or {})))
