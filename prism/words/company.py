"""Sentences of schemes."""

from __future__ import annotations

from typing import TYPE_CHECKING

from prism.messages.text import number

if TYPE_CHECKING:
    from prism.company.scheme import Place

CHARACTERS = {
    "ladder": "one undertone at many depths, the safe one",
    "opposite": "quiet, with one opposite",
    "balance": "warm and cool in balance, unevenly",
}
PLACES = {
    "subject": "the colour itself",
    "paler": "a paler companion",
    "middle": "a middle one",
    "accent": "an accent",
    "trim": "light trim",
    "dark": "dark trim, if wanted",
}


def place_reasons(place: Place, character: str) -> list[str]:
    """Return why a colour has its place, with the figures that the score rests on."""
    if place.name == "subject":
        return [f"{place.share} % of the whole"]
    if place.name == "trim":
        return ["the best white beside it"]
    reasons = [f"LRV {number(place.lrv)} where {number(place.wanted_lrv)} was wanted"]
    way = "the opposite temperature" if _is_across(place.name, character) else "the subject’s undertone"
    reasons.append(f"{number(place.angle, 0)}° from {way}")
    return reasons


def _is_across(name: str, character: str) -> bool:
    return (character, name) in {("opposite", "accent"), ("balance", "accent"), ("balance", "middle")}


def scheme_line(place: Place, code: str, name: str, character: str) -> str:
    """Return a place of a scheme in one line."""
    return (
        f"{PLACES[place.name]}, {place.share} %: {code} {name}; {'; '.join(place_reasons(place, character))}; "
        f"score {number(10 * place.score)} of 10"
    )


def scheme_title(character: str, score: float) -> str:
    """Return the heading of a scheme."""
    return f"{CHARACTERS[character][:1].upper()}{CHARACTERS[character][1:]}: {number(10 * score)} of 10"
