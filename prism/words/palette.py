"""Sentences of schemes, of fabrics, and of how much of each colour goes where."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.messages.text import capital, count, listed, number, sentence
from prism.palette.fabric import BELONGS
from prism.words.pairs import said_of_pair

if TYPE_CHECKING:
    from prism.comparison import PairFinding
    from prism.palette.fabric import Belonging
    from prism.palette.proportions import Fit, Repeats, Sides
    from prism.palette.scheme import Place

CHARACTERS = {
    "ladder": "one undertone at many depths, the safe one",
    "opposite": "quiet, with one opposite",
    "balance": "warm and cool in balance, unevenly",
    "fixed": "what stays, carried on",
    "reference": "like a reference",
}
PLACES = {
    "subject": "the colour itself",
    "paler": "a paler companion",
    "middle": "a middle one",
    "accent": "an accent",
    "trim": "light trim",
    "dark": "dark trim, if wanted",
}
PLACES_SHORT = {
    "subject": "itself",
    "paler": "paler",
    "middle": "middle",
    "accent": "accent",
    "trim": "light trim",
    "dark": "dark trim",
}
_FOLLOWS = {"own": "the subject’s undertone", "across": "the opposite temperature"}


def place_reasons(place: Place) -> list[str]:
    if place.name == "subject":
        return [f"{number(place.share, 0)} % of the whole"]
    if place.name == "trim":
        return ["in rank beside it, see Whites"]
    reasons = []
    if place.name != "dark":
        reasons.append(f"LRV {number(place.lrv)}, {number(place.wanted_lrv)} wanted")
    way = _FOLLOWS.get(place.follows, f"the {place.follows}")
    reasons.append(f"{number(place.angle, 0)}° from {way}")
    if place.wanted_strength:
        reasons.append(f"undertone {number(place.strength)}, {number(place.wanted_strength)} wanted")
        if not place.reaches and not place.locked:
            reasons.append("no colour of the decks comes nearer to that strength")
    return reasons


def place_weakest(place: Place) -> str:
    least = min(range(3), key=place.parts.__getitem__)
    if place.name in ("subject", "trim") or place.parts[least] > 0.8:
        return ""
    what = ("its depth", "the direction of its undertone", "the strength of its undertone")[least]
    nearer = "" if place.locked else ": no colour of the decks comes nearer"
    return f"Weak point: {what}{nearer}."


def scheme_line(place: Place, code: str, name: str) -> str:
    return (
        f"{PLACES[place.name]}, {number(place.share, 0)} %: {code} {name}; {'; '.join(place_reasons(place))}; "
        f"score {number(10 * place.score)} of 10"
    )


def scheme_title(character: str, score: float) -> str:
    return f"{capital(CHARACTERS[character])}: {number(10 * score)} of 10"


def scheme_short(character: str, accent: str, kept: bool) -> str:
    what = CHARACTERS[character].split(",")[0]
    return f"{'Kept: ' if kept else ''}{what if kept else capital(what)}{f', with {accent}' if accent else ''}"


PALETTE_PARTS = {"": "Schemes", "fabric": "From the fabric", "proportions": "Proportions", "use": "Use"}
NO_PALETTE = "No other colours in the decks"
TRIM_OF_HOME = "the white that is set for this home"
WITHOUT_DARK = "Leave the dark trim out"
WITH_DARK = "Take a dark trim up"
OF_DECKS = "the decks, as deep as this colour"
OF_SHORTLIST = "the shortlist"
NO_CANDIDATES = "Nothing to rank: the shortlist is empty. Put colours on it under Alternatives."
AREAS_LABEL = "How much of each colour"


def scheme_lacks(character: str, what: str) -> str:
    if character == "fixed":
        return (
            "Nothing fixed is known here: put the review into a room, and enter its floor, stone, cabinets and fabrics "
            "with their colours; a scheme then carries these on."
        )
    if what:
        return f"{what}: no one colour of the decks has that code or name; check the code on the can or card."
    return "Name three colours by code or name: the scheme takes their depths and undertones, light, middle and dark."


def scheme_needs(character: str) -> str:
    many = "three colours" if character == "reference" else "at least one colour"
    return f"a scheme of the character {character} follows {many}: name them with --carries"


NO_COMPANIONS = "No other colours are in the decks chosen: choose more of them."


def scheme_not_kept(made: bool, most: int) -> str:
    if made:
        return f"{most} schemes are kept already: put one aside first."
    return "There is no scheme to keep yet."


def belongs_count(scores: Sequence[float]) -> int:
    return sum(score >= BELONGS for score in scores)


def share_said(name: str, share: float) -> str:
    return f"{name} {number(100 * share, 0)} %"


def waits_for_fabrics(name: str, chroma: float, least: float) -> str:
    return (
        f"{name} has chroma {number(chroma)}, above {number(least, 0)}: wait for the real fabrics and choose it last, "
        "against them."
    )


# --- fabrics ---


def belongs(name: str, fabric: str, found: Belonging) -> str:
    part = "" if found.parts < 2 else f", in {number(100 * found.agrees, 0)} % of it"
    if found.clashes:
        return f"{name} pulls against the {fabric}: their undertones lie {number(found.angle, 0)}° apart{part}."
    if found.quiet:
        base = f"{name} and the {fabric} do not disturb each other: one of them has next to no undertone"
    elif found.agrees >= 0.5:
        base = f"{name} belongs to the {fabric}: undertones within {number(found.angle, 0)}°{part}"
    else:
        base = f"{name} neither belongs to the {fabric} nor clashes: undertones {number(found.angle, 0)}° apart{part}"
    gap = number(abs(found.gap), 0)
    if found.same_depth:
        return f"{base}; but nearly of one depth, {gap} points of LRV apart, so they merge."
    return f"{base}; {gap} points of LRV {'lighter' if found.gap > 0 else 'darker'}."


def fabrics_differ(one: str, other: str, delta_e: float, finding: PairFinding, lrv: float) -> str:
    return (
        f"The {one} and the {other} are easily thought alike (ΔE00 {number(delta_e)}), and are not: the {one} is "
        f"{said_of_pair(finding, lrv)}."
    )


def belongs_to_most(name: str, count_of: int, total: int, least: str) -> str:
    if count_of == total:
        return f"{name} belongs to all {count(total, 'of them', 'of them')}."
    return f"{name} belongs to {count(count_of, 'of them', 'of them')}, out of {total}; least to the {least}."


NO_FABRICS = (
    "No fabric, stone or rug is known here. Put the review into a room and enter them among its fixed elements: a "
    "colour that was read or chosen, or several with their shares, as in H16.3 60, H06.3 40."
)


def parts_sum(total: float) -> str:
    return f"The shares come to {number(total, 0)} %: they must come to 100."


# --- proportions ---


def split_said(split: Sequence[float]) -> str:
    return "/".join(number(part, 0) for part in split)


def split_wrong(total: float) -> str:
    return f"These come to {number(total, 0)}: the parts of a split must come to 100, as 60/30/10 do."


SPLIT_FORM = "A split is two to four whole numbers with strokes between, largest first: 70/30, 80/20 or 60/30/10."
NO_SURFACES = "The size of this room is not known, so its surfaces have no area: enter width, depth and height."
NO_ROOM_SURFACES = "Put the review into a room of known size, and the areas are those of its real surfaces."


def surface_name(key: str) -> str:
    return f"{key} wall" if key in ("north", "east", "south", "west") else key


def shares_said(found: Sequence[tuple[str, float]], near: Sequence[float], off: float) -> str:
    """Say what shares colours have of the room's surfaces, and which split that is nearest to."""
    each = listed([f"{name} {number(share, 0)} %" for name, share in found])
    how = "is" if off < 2.5 else f"lies {number(off, 0)} points off"
    return f"Of the coloured surfaces: {each}. That {how} {split_said(near)}."


def fit_said(fit: Fit) -> str:
    return (
        f"What is painted, without the trim, divides {split_said(fit.split)} to within {number(fit.off, 0)} points; "
        "what stays comes on top."
    )


def sides_said(found: Sides, least: float) -> str:
    if not found.warm and not found.cool:
        return "Nothing here is warm or cool enough to divide the room."
    if not found.warm or not found.cool:
        return f"All that has a temperature is {'warm' if found.warm else 'cool'}."
    warm = 100 * found.warm / (found.warm + found.cool)
    both = f"Warm has {number(warm, 0)} and cool {number(100 - warm, 0)} % of what has a temperature"
    if found.half:
        return (
            f"{both}: too near to half and half, where neither leads. Let one of them have {number(least, 0)} or more, "
            "70/30 or 80/20."
        )
    return f"{both}: uneven enough for one to lead."


def repeats_said(name: str, found: Repeats, wanted: float) -> str:
    """Say where a wall colour appears again, and whether often enough."""
    where = listed([f"the {one}" for one in found.where])
    if not found.where:
        return (
            f"{name} appears nowhere else yet: repeat it at least {count(int(wanted), 'time')} more, in other sizes, "
            "in textiles, materials or smaller surfaces."
        )
    again = f"{name} appears again in {where}"
    if len(found.where) < wanted:
        return f"{again}: {count(int(wanted) - len(found.where), 'place')} more would settle it."
    if found.one_size:
        return f"{again}, all of one size: let one be much smaller or larger."
    return f"{again}, in different sizes."


def no_surface(surface: str) -> str:
    return sentence(f"no area is left for the {surface} here")
