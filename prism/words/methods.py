"""Methods, their figures and what changing them does."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from typing import TYPE_CHECKING

from prism.messages.habits import between
from prism.messages.text import capital, listed, many, plain_figure, sentence, whole
from prism.words.readings import headline, temperature_short, undertone_short

if TYPE_CHECKING:
    from prism.method.checks import Figure
    from prism.reading import Reading

METHOD_PARTS = {
    "title": "Name",
    "summary": "Name",
    "depth": "Depth",
    "undertone": "Undertone",
    "lists": "Short lists of undertones, by family (empty: all)",
    "temperature": "Temperature",
    "trim": "Trim",
    "neutral": "The painted neutral",
    "family": "Families, the first that fits",
    "hue_family": "Hue families",
    "comparison": "Comparison",
    "estimates": "Estimated recipes",
    "whites": "Whites",
    "light": "Paint in rooms",
    "company": "Colours in company",
    "use": "Where a colour goes",
    "contrast": "Contrast for people",
    "paint": "Paint",
    "cautions": "Cautions",
    "claims": "How sure a statement must be",
    "difference": "Words for differences",
    "uncertainty": "Uncertainty, ΔE00, by source",
    "own": "A family word of your own",
}
"""What the parts of a method are about, in the order they are shown."""
_LABELS = {
    "title": "Title",
    "summary": "In a sentence",
    "depth.words": "Bands, dark first",
    "depth.edges": "LRV at which the next begins",
    "undertone.hues": "Hues",
    "undertone.edges": "Degrees at which each begins",
    "undertone.strength_words": "Words for strength",
    "undertone.strength_edges": "Distance from the neutral at which the next begins",
    "undertone.grey_counts": "Grey counts as an undertone",
    "undertone.never_passive": "Families that always have one",
    "undertone.second_within": "A second one is named within, degrees",
    "temperature.relative": "Only beside another colour",
    "temperature.axis": "Hue of warmth, degrees",
    "temperature.words": "Words, cool first",
    "temperature.edges": "Lab units at which the next begins",
    "temperature.lean_from": "A lean shows from",
    "estimates.from_spectrum": "From a spectrum",
    "estimates.from_lab": "From Lab alone",
    "whites.glare_lrv": "A clean white glares from",
    "whites.clean_within": "Clean within, either side of neutral",
    "whites.near_miss": "Two whites look like a mistake below",
    "light.room": "Doubt that a predicted light adds",
    "light.metered": "The same, where a meter was read",
    "light.bright": "A wall is bright from",
    "light.dim": "A wall is dim under",
    "light.washes_above": "A bright wall washes out above",
    "light.heavy_below": "A dim wall gets heavy below",
    "light.dingy_below": "A dim wall gets dingy below",
    "light.away": "Rooms that face away from the sun",
    "light.toward": "Rooms that face the sun",
    "light.east": "Rooms that face east",
    "light.west": "Rooms that face west",
    "company.ladder": "Shares of one undertone at many depths",
    "company.opposite": "Shares of the quiet one with an opposite",
    "company.balance": "Shares of warm and cool in balance",
    "company.fixed": "Shares of what stays, carried on",
    "company.reference": "Shares of a likeness of three colours",
    "company.steps": "LRV points to paler, middle, accent",
    "company.weights": "Weights of depth, direction, strength",
    "company.apart": "Colours of a scheme differ by",
    "company.uneven": "Warm or cool has of both at least",
    "company.repeats": "A wall colour appears again",
    "company.saturated": "Waits for the real fabrics from",
    "use.whole_home": "Walls of a whole home from",
    "use.accent_below": "An accent, or all over, below",
    "use.ceiling": "A ceiling comes down below",
    "use.clear": "A large surface is a statement from",
    "use.large_room": "A room is large from",
    "use.floor_shows": "A floor shows neither dust nor dirt between",
    "contrast.points": "LRV points",
    "contrast.large": "Michelson contrast, large things",
    "contrast.small": "Michelson contrast, small things and hazards",
    "contrast.weber": "Weber contrast, signs",
    "paint.coats": "Coats",
    "paint.spreading": "A litre covers once",
    "cautions.dark_outside": "Heat outdoors, LRV below",
    "claims.certain": "Certain of one colour from",
    "claims.certain_pair": "Certain of a pair from",
    "claims.certain_hue": "Certain of a pair’s hue from",
    "claims.probable": "Probable from",
    "claims.shared": "Errors shared within one maker and kind",
    "claims.widened": "A pair’s hue may lie beside its word by, degrees",
    "claims.stated_lightness": "Lightness of a stated LRV, ΔE00",
    "trim.gap": "LRV points between wall and trim",
    "trim.crown": "Sheen of the cornice",
    "neutral.lightness": "At L*",
    "neutral.a": "a* there",
    "neutral.b": "b* there",
    "hue_family.hues": "Hues",
    "hue_family.edges": "Degrees at which each begins",
    "hue_family.clear_from": "Clear from C*ab",
    "comparison.readable": "Readable size, ΔE00 from, to",
    "comparison.same_depth": "One depth within, LRV points",
    "comparison.white_lrv": "Whites from LRV",
    "comparison.white_chroma": "Whites below C*ab",
    "difference.words": "Words, small first",
    "difference.edges": "ΔE00 at which the next begins",
}
_RULE = {
    "lrv": "LRV",
    "chroma": "C*ab",
    "hue": "hue",
    "strength": "undertone strength",
    "undertone": "undertone hues",
    "counts_as": "counts as",
}


OWN_WORD = {
    "word": "Word",
    "counts_as": "Counts as (a family or a hue; empty: a family of its own)",
    "lrv": "LRV from, to",
    "chroma": "C*ab from, to",
    "hue": "Hue from, to, degrees",
}
"""What a family word of one's own is made of."""


def leave_word_out(word: str, base: str) -> str:
    return f"Leave out “{word}”, which counts as {base}"


def method_part(key: str) -> str:
    return METHOD_PARTS.get(key, capital(key))


def method_label(path: Sequence[str], family: str) -> str:
    if path[0] == "family":
        return f"{capital(family)}: {_RULE.get(path[2], path[2])}"
    if path[:2] == ("undertone", "lists"):
        return capital(path[2])
    return _LABELS.get(".".join(path), capital(path[-1].replace("-", " ")))


def method_wrong(reason: str) -> str:
    return sentence(reason)


_SHARES = "Itself, lighter, middle, accent, light trim, dark trim."
_EFFECTS = {
    "title": "What reviews call it.",
    "depth.words": "Every colour gets one of these words.",
    "depth.edges": "Where one band of depth ends and the next begins.",
    "undertone.hues": "The undertones that may be named.",
    "undertone.edges": "Where, round the circle of hues, each begins.",
    "undertone.strength_words": "Words for the strength of an undertone; the first means none.",
    "undertone.strength_edges": "Below the first a colour has no undertone.",
    "undertone.second_within": "This near to the next hue, that one is named too: leaning a little to blue.",
    "undertone.grey_counts": "Where no undertone shows, the undertone is grey.",
    "undertone.never_passive": "These are given an undertone, however slight.",
    "temperature.relative": "No colour is called warm or cool alone.",
    "temperature.axis": "The hue on which warmth is read.",
    "temperature.words": "From cool to warm; the one that holds 0 is neither.",
    "temperature.edges": "Where one word gives way to the next.",
    "temperature.lean_from": "From here on, a neutral colour leans to warm or cool.",
    "neutral.lightness": "The depths at which the painted neutral is given; between them it runs straight.",
    "neutral.a": "Undertones are judged from this line.",
    "neutral.b": "Undertones are judged from this line; painted greys are a little yellow.",
    "difference.words": "Words for the size of a difference.",
    "difference.edges": "The first is where the eye begins to part them, the second where anybody does.",
    "comparison.readable": "Boards are chosen to differ by this much: enough to see, little enough to teach.",
    "comparison.same_depth": "Colours this near count as of one depth.",
    "comparison.white_lrv": "A reference white is at least this light.",
    "comparison.white_chroma": "A reference white is less coloured than this.",
    "hue_family.hues": "What a colour is called that is no neutral.",
    "hue_family.edges": "Where, round the circle of hues, each begins.",
    "hue_family.clear_from": "From here on it is called clear, below muted.",
    "trim.gap": "From this far apart the edge between wall and trim shows.",
    "trim.crown": "Shown where sheens are chosen.",
    "estimates.from_spectrum": "What an estimated recipe adds to the doubt for each 25 % of change.",
    "estimates.from_lab": "What an estimated recipe adds to the doubt for each 25 % of change.",
    "whites.glare_lrv": "Said of clean whites on doors and other large surfaces.",
    "whites.clean_within": "A white with more warmth or coolness is no clean one.",
    "whites.near_miss": "A white closer than this that still differs is a near-miss: match it or clearly differ.",
    "light.room": "The more, the more often a wall’s undertone is probable only.",
    "light.metered": "A reading in the room makes its findings surer.",
    "light.bright": "From here pale colours may wash out.",
    "light.dim": "Under this, colours may get heavy or dingy.",
    "light.washes_above": "Said of a wall where it is bright.",
    "light.heavy_below": "Said of a wall where it is dim.",
    "light.dingy_below": "Said of a wall where it is dim.",
    "light.away": "Shown as a rule of thumb beside the prediction.",
    "light.toward": "Shown as a rule of thumb beside the prediction.",
    "light.east": "Shown as a rule of thumb beside the prediction.",
    "light.west": "Shown as a rule of thumb beside the prediction.",
    "company.ladder": _SHARES,
    "company.opposite": _SHARES,
    "company.balance": _SHARES,
    "company.fixed": _SHARES,
    "company.reference": _SHARES,
    "company.steps": "How much lighter or darker each companion is at least.",
    "company.weights": "What each counts for when a colour is scored for its place.",
    "company.apart": "Nearer ones are not both taken into a scheme.",
    "company.uneven": "With less of the larger, warm and cool count as half and half.",
    "company.repeats": "In fewer places the colour is alone.",
    "company.saturated": "From here on a colour is told to wait until fabrics are there.",
    "use.whole_home": "Lighter colours suit every room.",
    "use.accent_below": "Darker ones want a large daylit room, or a small surface.",
    "use.ceiling": "Darker ceilings seem to come down.",
    "use.clear": "Clearer colours are a statement on walls and cabinets.",
    "use.large_room": "In smaller rooms a dark all-over scheme is warned of.",
    "use.floor_shows": "Outside of it, dust or dirt is warned of.",
    "contrast.points": "Doors, frames, rails and steps are held against this.",
    "contrast.large": "Doors and frames are held against this.",
    "contrast.small": "Rails, edges of steps and switches are held against this.",
    "contrast.weber": "Signs are held against this.",
    "paint.coats": "Coats that amounts of paint are calculated for.",
    "paint.spreading": "How far a litre goes when paint is calculated; go by the can where it differs.",
    "cautions.dark_outside": "Below this, heat on dark exteriors is warned of.",
    "claims.certain": "The probability from which a finding is plain.",
    "claims.certain_pair": "The probability from which lighter, warmer or greyer is plain.",
    "claims.certain_hue": "The probability from which greener or bluer is plain.",
    "claims.probable": "From here on a finding says probably; below, only what would settle it.",
    "claims.shared": "The more is shared, the surer two values of one maker are held beside each other.",
    "claims.widened": "How far a pair’s hue may lie beyond its word and still be called right.",
    "claims.stated_lightness": "A screen value with a stated LRV is this unsure in lightness, whatever its hue.",
}
"""What each figure does."""


def method_effect(path: Sequence[str]) -> str:
    if path[0] == "uncertainty":
        return "The root mean square of ΔE00 by which values of this source lie beside the truth."
    if path[:2] == ("undertone", "lists"):
        return "Only these may be named for it; empty: all."
    if path[0] == "family":
        return "Colours within are called so, unless an earlier family fits."
    return _EFFECTS.get(".".join(path), "")


def method_range(figure: Figure) -> str:
    kind = str(figure.kind)
    if kind in ("number", "span", "edges", "turn", "line", "values", "shares"):
        unit = f" {figure.unit}" if figure.unit and figure.unit != "°" else figure.unit
        return f"{plain_figure(figure.low)} to {plain_figure(figure.high)}{unit}."
    return ""


def figure_text(value: object, unit: str) -> str:
    each = value if isinstance(value, list | tuple) else [value]
    shown = between().join(plain_figure(figure) if isinstance(figure, int | float) else str(figure) for figure in each)
    return f"{shown} {unit}".strip()


def method_was(before: str) -> str:
    return f"there: {before}" if before else "there: none"


def copied_from(title: str) -> str:
    return f"Copied from {title}; where a setting differs, the original is shown beside it."


def copy_of(title: str, taken: Collection[str]) -> str:
    plain = f"my {title.removeprefix('my ')}"
    return next(name for name in (plain, *(f"{plain} {n}" for n in range(2, 1000))) if name not in taken)


def method_changes(moved: int, total: int, counts: Mapping[str, int]) -> str:
    if not moved:
        return f"None of {many(total, 'colour')} gets another answer."
    each = listed([f"{whole(count)} in {name}" for name, count in counts.items()])
    return f"{whole(moved)} of {many(total, 'colour')} {'gets' if moved == 1 else 'get'} another answer: {each}."


def in_short(reading: Reading) -> str:
    warmth = temperature_short(reading)
    return f"{headline(reading)}: {undertone_short(reading)}{f', {warmth}' if warmth else ''}"


METHOD_CHANGED = "The method has been changed since; this review keeps it as it was."
METHOD_GONE = "The method has been deleted since; this review keeps it."


def method_unreadable(reason: str, instead: str) -> str:
    return (
        f"The method this review kept can no longer be read: {reason}. It is judged by {instead}; choose one to keep."
    )


def own_method_unreadable(reason: str) -> str:
    return f"This method cannot be read: {reason}. Open the method and correct that."


def method_saved(title: str) -> str:
    return f"Saved: {title}. Reviews made under it before keep what they had."
