"""Sentences of schemes, of fabrics, and of how much of each colour goes where."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.messages.text import capital, count, listed, many, number, sentence
from prism.palette.fabric import BELONGS
from prism.words.pairs import said_of_pair
from prism.words.walks import few

if TYPE_CHECKING:
    from prism.comparison import PairFinding
    from prism.palette.fabric import Belonging
    from prism.palette.proportions import Fit, Repeats, Sides
    from prism.palette.scheme import Place

CHARACTERS = {
    "ladder": "tonal palette, the safest choice",
    "opposite": "quiet palette, with one opposite accent",
    "balance": "warm and cool together, one leading",
    "fixed": "palette built on what stays",
    "reference": "palette like three colours of yours",
}
PLACES = {
    "subject": "the colour itself",
    "paler": "a lighter companion",
    "middle": "a middle companion",
    "accent": "an accent",
    "trim": "light trim",
    "dark": "dark trim, optional",
}
PLACES_SHORT = {
    "subject": "itself",
    "paler": "paler",
    "middle": "middle",
    "accent": "accent",
    "trim": "light trim",
    "dark": "dark trim",
}
RIGHT_DEPTH = 4.0
"""Points of LRV from the ideal within which a companion has the right depth."""
_ON, _NEAR = 15.0, 40.0
"""Degrees within which undertones are the same, and related."""

NO_SUCH_PLACE = "That place is empty in this palette."


def place_reasons(place: Place) -> list[str]:
    """Return why a colour has its place, in words; its figures are in `place_figures`."""
    if place.name == "subject":
        return [f"{number(place.share, 0)} % of the whole"]
    if place.name == "trim":
        return ["the best white beside it"]
    whose = "" if place.follows == "own" else " opposite" if place.follows == "across" else f" {place.follows}’s"
    kind = "the same" if place.angle <= _ON else "a related" if place.angle <= _NEAR else "another"
    reasons = [f"{kind}{whose} undertone" if whose != " opposite" else (
        "the opposite undertone" if place.angle <= _NEAR else "nearly the opposite undertone"
    )]  # fmt: skip
    off = place.lrv - place.wanted_lrv
    if place.name != "dark":
        depth = f"a little {'lighter' if off > 0 else 'darker'} than ideal"
        reasons.append("the right depth" if abs(off) < RIGHT_DEPTH else depth)
    if place.wanted_strength:
        ratio = place.strength / place.wanted_strength
        if ratio < 0.75 or ratio > 1.33:
            reasons.append(f"a {'weaker' if ratio < 1 else 'stronger'} undertone than ideal")
    return reasons


def place_figures(place: Place) -> str:
    """Return the figures behind a place, for whoever asks for them."""
    parts = []
    if place.name not in ("subject", "trim", "dark"):
        parts.append(f"LRV {number(place.lrv)}, {number(place.wanted_lrv)} ideal")
    if place.name not in ("subject", "trim"):
        parts.append(f"{number(place.angle, 0)}° off")
    if place.wanted_strength:
        parts.append(f"strength {number(place.strength)}, {number(place.wanted_strength)} ideal")
    return "; ".join([*parts, f"{number(10 * place.score)} of 10"])


def place_weakest(place: Place) -> str:
    least = min(range(3), key=place.parts.__getitem__)
    if place.name in ("subject", "trim") or place.parts[least] > 0.8:
        return ""
    what = ("its depth", "the direction of its undertone", "the strength of its undertone")[least]
    return f"Weak point: {what}"


def scheme_line(place: Place, code: str, name: str) -> str:
    what = f"{PLACES[place.name]}, {number(place.share, 0)} %: {code} {name}"
    return f"{what}; {', '.join(place_reasons(place))}; {place_figures(place)}"


def scheme_title(character: str, score: float) -> str:
    return capital(CHARACTERS[character])


ALL_PLACES = "The whole palette"


def scheme_score(score: float) -> str:
    return f"{number(10 * score)} of 10"


def scheme_short(character: str, accent: str, kept: bool) -> str:
    what = CHARACTERS[character].split(",")[0]
    return f"{'Kept: ' if kept else ''}{what if kept else capital(what)}{f', with {accent}' if accent else ''}"


PALETTE_PARTS = {"": "Palettes", "fabric": "From a fabric", "proportions": "Proportions", "use": "Use"}
NO_PALETTE = "No other colours in the decks"
TRIM_OF_HOME = "the white that is set for this home"
WITHOUT_DARK = "Leave the dark trim out"
WITH_DARK = "Add a dark trim"
OF_DECKS = "the decks, as deep as this colour"
OF_SHORTLIST = "the shortlist"
NO_CANDIDATES = "The shortlist is empty. Add colours to it under Alternatives."
AREAS_LABEL = "How much of each colour"


def scheme_lacks(character: str, what: str) -> str:
    if character == "fixed":
        return "Put the review into a room, and enter what stays there with its colours. The palette then builds on it."
    if what:
        return f"{what}: no colour in these decks has that code or name. Check the code on the can or card."
    return "Name three colours: the palette follows their depths and undertones."


def scheme_needs(character: str) -> str:
    many = "three colours" if character == "reference" else "at least one colour"
    return f"a scheme of the character {character} follows {many}: name them with --carries"


NO_COMPANIONS = "The chosen decks have no other colours: choose more decks."


def scheme_not_kept(made: bool, most: int) -> str:
    if made:
        return f"{most} palettes are saved already: delete one first."
    return "There is no palette to save yet."


def belongs_count(scores: Sequence[float]) -> int:
    return sum(score >= BELONGS for score in scores)


def share_text(name: str, share: float) -> str:
    return f"{name} {number(100 * share, 0)} %"


def waits_for_fabrics(name: str, chroma: float, least: float) -> str:
    return f"{name} is strong in colour: choose it last, against the real fabrics."


# --- fabrics ---


def belongs(name: str, fabric: str, belonging: Belonging) -> str:
    part = "" if belonging.parts < 2 else f" in {number(100 * belonging.agrees, 0)} % of it"
    if belonging.clashes:
        return f"{name} clashes with the {fabric}{part}."
    if belonging.quiet:
        base = f"{name} is safe beside the {fabric}"
    elif belonging.agrees >= 0.5:
        base = f"{name} works with the {fabric}{part}"
    else:
        base = f"{name} neither matches the {fabric} nor clashes with it"
    if belonging.same_depth:
        return f"{base}, but merges with it: both are equally deep."
    return f"{base}, {many(round(abs(belonging.gap)), 'point')} {'lighter' if belonging.gap > 0 else 'darker'}."


def fabrics_differ(one: str, other: str, delta_e: float, finding: PairFinding, lrv: float) -> str:
    return f"The {one} and the {other} look alike, but the {one} is {said_of_pair(finding, lrv)}."


def belongs_to_most(name: str, count_of: int, total: int, least: str) -> str:
    if count_of == total:
        return f"{name} works with all of them."
    return f"{name} works with {count(count_of, 'of them', 'of them')}, least with the {least}."


NO_FABRICS = (
    "No fabric, stone or rug is entered. Put the review into a room and enter what stays: one colour, or several with "
    "their shares, as in H16.3 60, H06.3 40."
)


def parts_sum(total: float) -> str:
    return f"The shares come to {number(total, 0)} %: they must come to 100."


# --- proportions ---


def split_text(split: Sequence[float]) -> str:
    return "/".join(number(part, 0) for part in split)


def split_wrong(total: float) -> str:
    return f"These come to {number(total, 0)}: the parts of a split must come to 100, as 60/30/10 do."


SPLIT_FORM = "Type a split as whole numbers with strokes, largest first: 70/30, 80/20 or 60/30/10."
NO_SURFACES = "This room has no size: enter width, depth and height to see its areas."
NO_ROOM_SURFACES = "Put the review into a room with a size to use its real surfaces."


def surface_name(key: str) -> str:
    return f"{key} wall" if key in ("north", "east", "south", "west") else key


def shares_text(shares: Sequence[tuple[str, float]], near: Sequence[float], off: float) -> str:
    """Say what shares colours have of the room's surfaces, and which split that is nearest to."""
    each = listed([f"{name} {number(share, 0)} %" for name, share in shares])
    how = "That is" if off < 2.5 else f"That is {many(round(off), 'point')} off"
    return f"Of the coloured surfaces: {each}. {how} {split_text(near)}."


def fit_text(fit: Fit) -> str:
    return (
        f"The painted surfaces without trim divide {split_text(fit.split)}, to within {many(round(fit.off), 'point')}."
    )


def sides_text(sides: Sides, least: float) -> str:
    if not sides.warm and not sides.cool:
        return "Nothing here is warm or cool enough to divide the room."
    if not sides.warm or not sides.cool:
        return f"Every colour here that has a temperature is {'warm' if sides.warm else 'cool'}."
    warm = 100 * sides.warm / (sides.warm + sides.cool)
    both = f"Warm has {number(warm, 0)} %, cool {number(100 - warm, 0)} %"
    if sides.half:
        return f"{both}: too close to half and half. Let one lead with {number(least, 0)} % or more."
    return f"{both}: enough for one to lead."


def repeats_text(name: str, repeats: Repeats, wanted: float) -> str:
    """Say where a wall colour appears again, and whether often enough."""
    where = few([f"the {place}" for place in dict.fromkeys(repeats.where)])
    if not repeats.where:
        return f"Repeat {name} {count(int(wanted), 'time')} in other sizes: textiles, materials, smaller surfaces."
    again = f"{name} appears again in {where}"
    if len(repeats.where) < wanted:
        return f"{again}; {count(int(wanted) - len(repeats.where), 'more place', 'more places')} would settle it."
    if repeats.one_size:
        return f"{again}, always in one size: let one be much smaller or larger."
    return f"{again}, in different sizes."


def no_surface(surface: str) -> str:
    return sentence(f"no area is left for the {surface} here")
