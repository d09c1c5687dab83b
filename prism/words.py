"""Findings to plain sentences. The only place in the product that writes prose.

Functions take findings and return text; they decide nothing. Numbers are rounded here and nowhere below.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from prism.comparison import Bracket, PairFinding, Support
    from prism.metamerism import Parting
    from prism.naming import NameCheck
    from prism.neutral import WorkingNeutral
    from prism.reading import Family, Reading, Undertone
    from prism.school import School
    from prism.tint import Recipe, Strength
    from prism.trust import LrvCheck

MINUS = "−"

PROVENANCE = {
    "reading-average": "spectrum, averaged readings",
    "reading-single": "spectrum, single reading",
    "maker-lab": "Lab as stated",
    "converted-lab": "Lab, converted from D50/2°",
    "screen-lrv": "screen value with a stated LRV",
    "screen": "screen value",
    "estimated": "estimate",
}
SETTLE = {
    "screen-lrv": "Measure a painted board with a reader",
    "screen": "Measure a painted board with a reader",
    "converted-lab": "Ask for Lab under D65/10°, or measure a painted board",
    "maker-lab": "Measure a painted board with a reader",
    "reading-single": "Take a few more readings and average them",
    "reading-average": "Look at painted boards side by side",
    "estimated": "Measure a painted board with a reader",
}
LAMPS = {
    "A": "incandescent lamps",
    "LED-B3": "neutral white LEDs",
    "FL2": "plain fluorescent lamps",
    "FL11": "three-band fluorescent lamps",
}
NEUTRALS = {"painted": "painted neutral", "whites": "painted neutral", "grey": "mathematical grey"}
PINK_FROM = 40
"""LRV from which the trade says pink rather than red."""


# --- numbers and lists ----------------------------------------------------------------------------------------------


def number(value: float, digits: int = 1, signed: bool = False) -> str:
    """Return a number with a real minus sign; zero never carries a sign."""
    text = f"{abs(value):.{digits}f}"
    if not float(text):
        return text
    return (MINUS if value < 0 else "+" if signed else "") + text


def percent(value: float) -> str:
    """Return a change of strength: `+25 %`, `−50 %`, or `standard`."""
    return f"{number(value, 0 if value == int(value) else 1, signed=True)} %" if value else "standard"


def listed(words: Sequence[str], joiner: str = "and") -> str:
    """Return words as an English list."""
    if len(words) < 2:
        return "".join(words)
    return f"{', '.join(words[:-1])} {joiner} {words[-1]}"


def capital(text: str) -> str:
    """Return text beginning with a capital."""
    return text[:1].upper() + text[1:]


def sentence(text: str) -> str:
    """Return text with a capital and a full stop."""
    return capital(text) + ("" if not text or text[-1] in ".?!" else ".")


_COUNTS = "none one two three four five six seven eight nine ten eleven twelve".split()


def count(value: int, noun: str, plural: str | None = None) -> str:
    """Return a count in words up to twelve, with its noun."""
    return f"{numeral(value) if value else 'no'} {noun if value == 1 else plural or noun + 's'}"


def numeral(value: int) -> str:
    """Return a count in words up to twelve; nought is `none`."""
    return _COUNTS[value] if value < len(_COUNTS) else str(value)


def hue(word: str, lrv: float) -> str:
    """Return a hue as the trade says it at a depth: a light red is a pink."""
    return "pink" if word == "red" and lrv >= PINK_FROM else word


# --- where a number came from ---------------------------------------------------------------------------------------


def lab_text(lab: Iterable[float], digits: int = 1) -> str:
    """Return Lab as three figures."""
    return ", ".join(number(value, digits) for value in lab)


def lab_given(lab: Iterable[float], convention: str) -> str:
    """Say what Lab was handed in."""
    return f"Lab {lab_text(lab, 2)} ({'D50/2°' if convention == 'lab50' else 'D65/10°'})"


def hex_given(text: str) -> str:
    """Say what screen value was handed in."""
    return f"screen value {text}"


def catalogue_given(maker: str, code: str) -> str:
    """Say which catalogue colour it is."""
    return f"{maker} {code}, catalogue spectrum"


def spectrum_given(readings: int) -> str:
    """Say how many readings a spectrum comes from."""
    return "reflectance, one reading" if readings == 1 else f"reflectance, mean of {readings} readings"


def provenance(key: str, uncertainty: float) -> str:
    """Say where a number came from and how sure it is."""
    return f"{PROVENANCE[key]}, ±{number(uncertainty)} ΔE00"


INTAKE = {"spectrum": "Reflectances", "lab": "Lab", "hex": "Screen value"}


def certainty(uncertainties: Sequence[float]) -> str:
    """Say how sure a kind of source is."""
    low, high = number(min(uncertainties)), number(max(uncertainties))
    return f"sure to ±{low} ΔE00" if low == high else f"sure to ±{low} to {high} ΔE00"


MY_WHITES = "My reference whites"
ANY = "any"
NO_UNDERTONE = "none claimed"


def screen_caution(in_gamut: bool) -> str:
    """Return the caution that stands wherever colour is shown."""
    out = "" if in_gamut else " This one lies outside what the screen can show; it is drawn less coloured than it is."
    return "A screen is not a paint sample." + out


# --- a reading ------------------------------------------------------------------------------------------------------


def family(found: Family) -> str:
    """Return a family: a neutral by its name, a hue as greyed or clear."""
    return found.word if found.is_neutral else f"{found.word}, {'clear' if found.clear else 'greyed'}"


_DEPTH_IN_NAME = {"white", "off-white", "cream", "black"}


def headline(reading: Reading) -> str:
    """Return depth and family together: `Light grey`, `Off-white`, `Mid-tone blue, greyed`."""
    name = family(reading.family)
    if reading.family.word in _DEPTH_IN_NAME:
        return name.capitalize()
    return f"{reading.depth} {name}".capitalize()


def depth(reading: Reading) -> str:
    """Say where the LRV stands, and which other band the uncertainty allows."""
    text = f"LRV {number(reading.lrv)}: {reading.depth}"
    if reading.depth_or:
        text += f", on the edge of {reading.depth_or}"
    return sentence(text)


def _strength(undertone: Undertone, hue_name: str) -> str:
    if undertone.strength_word == "a hint":
        return f"a hint of {hue_name}"
    article = "an" if undertone.strength_word[0] in "aeiou" else "a"
    return f"{article} {undertone.strength_word} {hue_name}"


def undertone_short(reading: Reading) -> str:
    """Return the undertone in a few words, for lists and the path."""
    found = reading.undertone
    if found.passive:
        return "passive, could go any way"
    if found.main is None:
        return "too close to call"
    text = _strength(found, hue(found.main, reading.lrv))
    return f"{text}, leaning {hue(found.second, reading.lrv)}" if found.second else text


def undertone(reading: Reading, provenance_key: str) -> str:
    """Say the undertone, its lean and what is ruled out; or why nothing can be said and what would settle it."""
    found = reading.undertone
    if found.passive:
        return (
            f"Its undertone is passive: {number(found.strength)} from the {NEUTRALS[reading.neutral]}, "
            "little enough to go any way beside other colours."
        )
    name = hue(found.nearest, reading.lrv)
    if found.main is None:
        return (
            f"Too close to call from a {PROVENANCE[provenance_key]}: it may lean {name}, but the effect, "
            f"ΔE00 {number(found.effect)}, is no larger than the uncertainty, {number(reading.uncertainty)}. "
            f"{SETTLE[provenance_key]} to settle it."
        )
    if reading.family.is_neutral:
        text = f"It shows {_strength(found, name)}" + ("" if found.strength_word == "a hint" else " undertone")
    else:
        text = (
            f"{name.capitalize()} is the colour itself, {found.strength_word} against the {NEUTRALS[reading.neutral]}"
        )
    if found.second:
        text += f", leaning a little to {hue(found.second, reading.lrv)}"
    return f"{text}. {ruled_out(reading)}".strip()


def ruled_out(reading: Reading) -> str:
    """Say which hues are ruled out: `No pink, no orange.`"""
    return sentence(", ".join(f"no {hue(word, reading.lrv)}" for word in reading.undertone.ruled_out))


def temperature(reading: Reading) -> str:
    """Say the temperature, and whether the uncertainty allows it."""
    found = reading.temperature
    if found.word == "neutral":
        if abs(found.value) < 0.3:
            return "Neutral in temperature."
        return f"Neutral in temperature, with a lean to {'warm' if found.value > 0 else 'cool'}."
    if not found.supported:
        return f"Perhaps {found.word}; the uncertainty is as large as the effect."
    return f"{found.word.capitalize()}."


def neutral_note(neutral: WorkingNeutral, lightness: float) -> str:
    """Say which neutral is in force and where it lies at a lightness."""
    if neutral.kind == "grey":
        return "Mathematical grey: a* 0, b* 0 at every depth."
    a, b = neutral.at(lightness)
    return (
        f"Painted neutral: at this depth, L* {number(lightness)}, a painted grey lies at "
        f"a* {number(float(a), 2)}, b* {number(float(b), 1)}, slightly yellow."
    )


def no_whites() -> str:
    """Say that there are no whites to lead the neutral through."""
    return "There are no reference whites yet: keep some in the decks first."


def neutral_title(neutral: WorkingNeutral, shift: tuple[float, float]) -> str:
    """Say which neutral is in force in a word or two."""
    if neutral.kind == "grey":
        return "mathematical grey"
    base = "painted, through my whites" if neutral.kind == "whites" else "painted"
    if not any(shift):
        return base
    return f"{base}, moved by a* {number(shift[0], 1, signed=True)}, b* {number(shift[1], 1, signed=True)}"


def undertone_rule(reading: Reading, school: School) -> str:
    """Say by which rule the undertone was named."""
    found = reading.undertone
    start, width = school.undertone.span(found.nearest)
    low, high = school.strength.bounds(found.strength_word)
    text = (
        f"It lies {number(found.strength)} from the {NEUTRALS[reading.neutral]} at {number(found.hue, 0)}°. "
        f"The {school.title} school calls {number(start, 0)}° to {number((start + width) % 360, 0)}° "
        f"{hue(found.nearest, reading.lrv)}, and a strength "
    )
    if low == float("-inf"):
        text += f"below {number(high)}"
    elif high == float("inf"):
        text += f"from {number(low)}"
    else:
        text += f"of {number(low)} to {number(high)}"
    text += f" {found.strength_word}."
    if found.main is not None:
        text += " A hue is ruled out where even the uncertainty would not bring it up to a hint."
    return text


def school_note(school: School) -> str:
    """Say which school is in force and what it holds."""
    return f"{school.title.capitalize()}: {school.summary}"


# --- pairs ----------------------------------------------------------------------------------------------------------

_HUE_DIRECTIONS = {"redder", "oranger", "yellower", "greener", "bluer", "purpler"}
_SPOKEN = {"redder": "pinker"}


def direction(word: str, lrv: float) -> str:
    """Return a direction as the trade says it at a depth."""
    return _SPOKEN.get(word, word) if lrv >= PINK_FROM else word


def pair(first: str, second: str, finding: PairFinding, lrv: float) -> str:
    """Say what the first colour shows beside the second."""
    if not finding.directions:
        if finding.too_close and finding.delta_e >= 0.5:
            return (
                f"Beside {second}, {first} is too close to call: ΔE00 {number(finding.delta_e)} against an "
                f"uncertainty of {number(finding.doubt)}. Measure both to settle it."
            )
        return f"{first} and {second} are {finding.word}: ΔE00 {number(finding.delta_e)}."
    return f"Beside {second}, {first} is {listed(_spoken(finding, lrv))}."


def _spoken(finding: PairFinding, lrv: float) -> list[str]:
    """Return the directions as they are spoken: `less green` where that says it better than `pinker` would."""
    said: list[str] = []
    for word in finding.directions:
        is_hue = word in _HUE_DIRECTIONS
        spoken = f"less {hue(finding.less, lrv)}" if is_hue and finding.less else direction(word, lrv)
        if spoken not in said:
            said.append(spoken)
    return said


def shift(finding: PairFinding, school: School, lrv: float) -> str:
    """Return which way the undertone differs, in a word or two."""
    return f"less {hue(finding.less, lrv)}" if finding.less else hue(school.undertone.word(finding.shift_hue), lrv)


def supporting(found: Support, names: Sequence[str], reading: Reading) -> str:
    """Say how many comparators agree with the undertone and which do not."""
    if reading.undertone.main is None:
        return "No undertone is claimed, so there is nothing for the comparators to confirm."
    total = len(found.agree) + len(found.disagree) + len(found.silent)
    if not total:
        return "There is nothing in this deck to hold beside it."
    name = hue(reading.undertone.main, reading.lrv)
    verb = "shows" if len(found.agree) == 1 else "show"
    text = f"{numeral(len(found.agree)).capitalize()} of {count(total, 'comparator')} {verb} the {name}."
    if found.disagree:
        others = listed([names[i] for i in found.disagree])
        cause = "that one carries" if len(found.disagree) == 1 else "they carry"
        text += f" Beside {others} it recedes, because {cause} more of it."
    return text


FETCHED = "fetched"
FETCHED_REASON = "Fetched from the decks by hand."


def difference(finding: PairFinding) -> str:
    """Say how large a difference is, in figures and in a word."""
    return f"ΔE00 {number(finding.delta_e)}: {finding.word}."


def parts(found: tuple[float, float, float]) -> str:
    """Return the parts of a difference: lightness, chroma, hue."""
    return ", ".join(number(value, 1, signed=True) for value in found)


AXIS_LABELS = {
    "twin": "twin",
    "nearest": "nearest",
    "clean": "clean",
    "warmest": "warmest",
    "coolest": "coolest",
    "lighter": "lighter",
    "darker": "darker",
    "greener": "greener",
    "pinker": "pinker",
    "yellower": "yellower",
    "bluer": "bluer",
    "greyer": "greyer",
    "clearer": "clearer",
}


def why_picked(why: str, delta_e: float, share: float | None) -> str:
    """Say why a comparator is on the wall."""
    if share is None:
        reason = {
            "twin": f"The same to the eye, at ΔE00 {number(delta_e)}.",
            "nearest": f"The nearest in these decks with a recipe, at ΔE00 {number(delta_e)}.",
            "clean": "The cleanest white of these decks: the lightest for its chroma.",
            "warmest": "The warmest white of these decks.",
            "coolest": "The coolest white of these decks.",
        }
        return reason[why]
    return (
        f"Picked because it is {why} and little else: {number(100 * share, 0)} % of what parts them lies that way, "
        f"at ΔE00 {number(delta_e)}."
    )


NOTHING_THERE = "nothing here"
MATHEMATICAL_GREY = "Mathematical grey, a* 0, b* 0"
GREY_LABEL = "math. grey"
EDGE_OF_TWO = "The two colours with one edge between them"
EDGE_OF_RUN = "The strengths with their edges together"


def ladder_text(name: str, reading: Reading, lighter: int, total: int) -> str:
    """Say in words what the depth ladder draws."""
    return (
        f"{sentence(name).rstrip('.')} stands at LRV {number(reading.lrv)}, in the band {reading.depth}; "
        f"{lighter} of the {total} colours held beside it are lighter."
    )


def run_text(steps: Sequence[Strength]) -> str:
    """Say in words which LRV each strength has."""
    return f"{listed([f'{percent(s.percent)} LRV {number(s.lrv)}' for s in steps])}."


def rose_text(name: str, reading: Reading, neutral: WorkingNeutral) -> str:
    """Say in words what the undertone rose draws."""
    found = reading.undertone
    return (
        f"{sentence(name).rstrip('.')} lies {number(found.strength)} from the {NEUTRALS[neutral.kind]}, "
        f"at {number(found.hue, 0)}°, towards {hue(found.nearest, reading.lrv)}."
    )


def nothing_on(axis: str) -> str:
    """Say that the decks hold nothing on one side."""
    return f"nothing {axis} in these decks"


def axis_absent(axis: str) -> str:
    """Say why a colour without an undertone has no greyer or clearer neighbour."""
    return "no undertone to grey" if axis == "greyer" else "no undertone to clear"


# --- place ----------------------------------------------------------------------------------------------------------


def bracket(found: Bracket, names: dict[int, str]) -> str:
    """Say between which two colours the subject stands on one pair of axes."""
    before, after = found.before, found.after
    if before and after:
        return (
            f"Between {names[before.index]}, {found.axes[0]} by {number(before.delta_e)}, and "
            f"{names[after.index]}, {found.axes[1]} by {number(after.delta_e)}."
        )
    if before or after:
        pick = before or after
        assert pick is not None
        empty = found.axes[1] if before else found.axes[0]
        return f"{names[pick.index]} is {pick.why} by {number(pick.delta_e)}; {nothing_on(empty)}."
    return f"{nothing_on(found.axes[0]).capitalize()}, and nothing {found.axes[1]}."


def place_short(before: str | None, after: str | None) -> str:
    """Say the tightest bracket in a few words, for the path."""
    return capital(f"between {before} and {after}") if before and after else "At the edge of these decks"


def twins(found: Sequence[tuple[str, float, Parting | None]], school: School) -> str:
    """Say which colours are the same to the eye or nearly, and how far they part under other lamps."""
    if not found:
        return "No twin in these decks: nothing else is the same to the eye, or nearly."
    same = [_twin(*twin) for twin in found if twin[1] < school.just_seen]
    near = [_twin(*twin) for twin in found if twin[1] >= school.just_seen]
    said = [f"The same to the eye: {listed(same)}." if same else "Nothing in these decks is the same to the eye."]
    if near:
        said.append(f"Near-identical: {listed(near)}.")
    return " ".join(said)


def _twin(name: str, delta_e: float, parting: Parting | None) -> str:
    text = f"{name} (ΔE00 {number(delta_e, 2)}"
    if parting:
        text += f"; {number(parting.farthest, 2)} under {LAMPS[parting.worst]}"
    return text + ")"


def name_check(name: str, found: Sequence[NameCheck], reading: Reading) -> str:
    """Say whether a name holds; nothing for a name that promises nothing."""
    if not found:
        return ""
    reads = f"{headline(reading).lower()}, {undertone_short(reading)}"
    broken = [check.word for check in found if not check.keeps]
    if not broken:
        return f"Called {name}, and reads as {reads}: the name holds."
    partly = all(check.partly for check in found if not check.keeps)
    tail = f"the {listed(broken)} is in its undertone only" if partly else "the name does not hold"
    return f"Called {name}; reads as {reads}: {tail}."


def lrv_check(found: LrvCheck) -> str:
    """Say whether a stated LRV agrees with the computed one."""
    said = f"Stated LRV {number(found.stated)}, computed {number(found.computed)}"
    if found.verdict == "agree":
        return f"{said}: they agree."
    if found.verdict == "cannot tell":
        return f"{said}: the source allows ±{number(found.allowed)}, too much to tell."
    apart, allowed = number(abs(found.difference)), number(found.allowed)
    return f"{said}: they differ by {apart}, more than the source allows (±{allowed})."


UNKNOWN_STEP = {"strength": "No recipe is known", "verdict": "Not written yet"}
"""What a step of the path says while it has no finding."""
EMPTY_DECK = "There is nothing in these decks to hold beside it."


# --- strengths ------------------------------------------------------------------------------------------------------


def strength_name(name: str, change: float) -> str:
    """Return the name of a colour at an adjusted strength."""
    return name if not change else f"{name} at {number(100 + change, 0)} %"


def _drift(step: Strength, standard: Undertone, lrv: float, school: School) -> str:
    if step.drift_effect < school.just_seen:
        return "its undertone holds"
    now = step.reading.undertone
    if now.main == standard.main and now.main is not None:
        name = hue(now.main, lrv)
        return f"its {name} {'comes forward' if now.strength > standard.strength else 'falls back'}"
    if now.main is None:
        return "its undertone goes passive" if now.passive else "its undertone is too close to call"
    return f"its undertone moves to {hue(now.main, lrv)}"


def strength_step(step: Strength, standard: Undertone, school: School) -> str:
    """Say what one adjusted strength does."""
    if not step.percent:
        return "The standard."
    if step.delta_e < school.just_seen:
        seen = "Not visible"
    else:
        seen = "Small but visible" if step.delta_e < school.plainly_seen else "Plain to see"
    way = "lighter" if step.percent < 0 else "darker"
    text = f"{seen}: {way} by ΔE00 {number(step.delta_e)}, and {_drift(step, standard, step.lrv, school)}."
    if step.over_capacity:
        text += " More colorant than this base can hold."
    return text


def strength_run(steps: Sequence[Strength], school: School) -> str:
    """Say what happens to the undertone over the run, one clause per direction."""
    standard = next((step.reading.undertone for step in steps if not step.percent), None)
    if standard is None or len(steps) < 2:
        return ""
    first, last = min(steps, key=lambda s: s.percent), max(steps, key=lambda s: s.percent)
    parts = []
    for step, way in ((first, "Made lighter"), (last, "Made darker")):
        if step.percent:
            parts.append(f"{way}, {_drift(step, standard, step.lrv, school)}.")
    return " ".join(parts)


def strength_short(steps: Sequence[Strength]) -> str:
    """Say the run in a few words, for the path."""
    standard = next(step.reading.undertone for step in steps if not step.percent)
    held = [s.percent for s in steps if s.percent and s.reading.undertone.main == standard.main]
    if standard.main is None:
        return f"LRV {number(min(s.lrv for s in steps))} to {number(max(s.lrv for s in steps))}"
    name = hue(standard.main, steps[0].lrv).capitalize()
    if len(held) == len(steps) - 1:
        return f"{name} holds all the way"
    lost = [s.percent for s in steps if s.percent and s.reading.undertone.main != standard.main]
    return f"{name} does not hold at {listed([percent(p) for p in lost])}"


def no_recipe(near: str | None, delta_e: float) -> str:
    """Say why a colour has no strengths, and what would give it some."""
    text = "There is no recipe for this colour, so its strengths cannot be computed. A maker's colour brings its own."
    if near:
        text += f" The nearest one in these decks is {near}, at ΔE00 {number(delta_e)}."
    return text


def recipe(found: Recipe, colorants: Mapping[str, str]) -> str:
    """Return a recipe in words, amounts per litre of base."""
    parts = [f"{colorants[code]} {number(amount, 2)} mL" for code, amount in found.amounts.items()]
    return f"Base {found.base}, to the litre: {', '.join(parts)}."


# --- what went wrong ------------------------------------------------------------------------------------------------


def out_of_range(name: str, value: float, low: float, high: float) -> str:
    """Say that a figure is outside its range."""
    shown = number(value, 0 if value == int(value) else 2)
    return f"{name} is {shown}: it must lie between {number(low, 0)} and {number(high, 0)}."


def not_a_number(name: str, text: str) -> str:
    """Say that a figure could not be read."""
    return f"{name} is '{shortened(text)}': that is not a number."


def missing(name: str) -> str:
    """Say that a figure was left out."""
    return f"{name} is empty: all three of L*, a* and b* are needed."


def bad_hex(text: str) -> str:
    """Say what is wrong with a screen value."""
    digits = text.strip().removeprefix("#")
    if not digits:
        return "The screen value is empty: write six digits such as #C4CBC9."
    if all(c in "0123456789abcdefABCDEF" for c in digits):
        return f"'{shortened(text)}' has {count(len(digits), 'digit')}: a screen value has six, such as #C4CBC9."
    return f"'{shortened(text)}' is not a screen value: write six digits 0-9 or A-F, such as #C4CBC9."


def unknown_choice(name: str, value: str, choices: Iterable[str]) -> str:
    """Say that a choice does not exist."""
    return f"{name} '{shortened(value)}' is not known: choose one of {', '.join(choices)}."


def shortened(text: str, limit: int = 40) -> str:
    """Return text short enough to quote in a message."""
    clean = " ".join(text.split())
    return clean if len(clean) <= limit else clean[: limit - 1] + "…"


_GRIDS = "31 (400-700 nm by 10), 36 (380-730 by 10), 16 (400-700 by 20) or 61 (400-700 by 5)"


def wrong_band_count(found: int) -> str:
    """Say that a row without wavelengths has a number of bands that fits no grid."""
    return f"{found} bands: without wavelengths, {_GRIDS} are understood. Add the wavelengths, or the missing bands."


def csv_empty() -> str:
    """Say that a file holds nothing."""
    return "The file is empty: a line of wavelengths and a line of reflectances are expected."


def csv_bad_cell(line: int, column: int, text: str) -> str:
    """Say which cell is not a number."""
    return f"Line {line}, column {column}: '{shortened(text)}' is not a number."


def csv_out_of_range(line: int, column: int, value: float, high: float) -> str:
    """Say which cell is no reflectance."""
    return f"Line {line}, column {column}: {value:g} is not a reflectance: 0 to {high:g} is."


def csv_row_length(line: int, found: int, expected: int) -> str:
    """Say which line has the wrong number of values."""
    return f"Line {line} has {found} values, but there are {expected} wavelengths."


def csv_grid(reason: str) -> str:
    """Say why the wavelengths cannot be used."""
    return f"The wavelengths cannot be used: {reason}."


def csv_not_text(position: int) -> str:
    """Say that a file is not text."""
    return f"This is not a text file (byte {position + 1} cannot be read): save the readings as CSV, UTF-8."


def csv_no_readings() -> str:
    """Say that wavelengths came without readings."""
    return "There are wavelengths but no reflectances: add at least one line of readings below them."


def csv_too_many(limit: int) -> str:
    """Say that a file holds more readings than one colour needs."""
    return f"More than {limit} readings: give the readings of one colour only."


def csv_percent_note() -> str:
    """Say that percentages were recognised."""
    return "The values were percentages; they were divided by 100."


def csv_extended_note(low: float, high: float) -> str:
    """Say that the ends of a spectrum were held."""
    return f"The file reaches {low:g}-{high:g} nm; the end values were held out to 400-700 nm."


def csv_resampled_note(step: float) -> str:
    """Say that a spectrum was brought to 10 nm."""
    return f"Bands of {step:g} nm were brought to 10 nm."


def too_large(limit_bytes: int, actual_bytes: int | None = None) -> str:
    """Say that a file is too large."""
    size = f" ({actual_bytes / 1e6:.1f} MB)" if actual_bytes else ""
    return (
        f"The file is too large{size}: a spectrum needs a few kilobytes, and up to "
        f"{limit_bytes / 1e6:.0f} MB is read. Choose the file of one colour."
    )


def name_needed() -> str:
    """Say that a colour needs a name."""
    return "Give the colour a name, so that the review can be found again."


def one_source() -> str:
    """Say that no source was given."""
    return "Give the reflectances: drop or choose a CSV file, or paste its text."


# --- files of decks -------------------------------------------------------------------------------------------------


def deck_too_large(limit_bytes: int, actual_bytes: int | None = None) -> str:
    """Say that a deck file is too large."""
    size = f" ({actual_bytes / 1e6:.0f} MB)" if actual_bytes else ""
    return f"The file is too large{size}: up to {limit_bytes / 1e6:.0f} MB is read. Split the deck into several files."


def deck_empty() -> str:
    """Say that a deck file holds nothing."""
    return "The file is empty: a line of headings and a line for each colour are expected."


def deck_no_numbers(headers: Sequence[str]) -> str:
    """Say that no column holds a colour."""
    return (
        f"No column holds a colour; the headings are: {shortened(', '.join(headers), 120)}. Name three columns "
        "L*, a* and b*, or one hex, or reflectances by their wavelength (400, 410 …)."
    )


def deck_no_names(headers: Sequence[str]) -> str:
    """Say that no column names the colours."""
    return (
        f"No column names the colours; the headings are: {shortened(', '.join(headers), 120)}. "
        "Name one column code or name."
    )


def columns_aside(names: Sequence[str]) -> str:
    """Say which columns were not understood."""
    return f"Left aside, not understood: {shortened(listed(names), 160)}."


def csv_broken(reason: str) -> str:
    """Say that a table cannot be split into cells."""
    return f"The table cannot be read: {reason}. A quotation mark may be left open."


def cell_not_a_number(text: str) -> str:
    """Say that a cell is not a number."""
    return f"'{shortened(text)}' is not a number."


def cell_not_whole(text: str) -> str:
    """Say that a cell is not a whole number."""
    return f"'{shortened(text)}' is not a whole number from 1 to 32,767."


def band_missing(nm: float) -> str:
    """Say that a reflectance is missing."""
    return f"The reflectance at {nm:g} nm is missing."


def bad_reflectance(nm: float, value: float, high: float) -> str:
    """Say that a reflectance is out of range."""
    return f"{value:g} at {nm:g} nm is not a reflectance: 0 to {high:g} is."


def no_numbers() -> str:
    """Say that a colour came without numbers."""
    return "There are no numbers for this colour: Lab, a screen value or reflectances are needed."


def entry_nameless() -> str:
    """Say that an entry has neither code nor name."""
    return "This colour has neither a code nor a name."


def bad_recipe_part(text: str) -> str:
    """Say that a recipe cannot be read."""
    return f"'{shortened(text)}' is not a part of a recipe: write CODE=mL for each colorant, with spaces between."


def json_broken(line: int, column: int, reason: str) -> str:
    """Say where JSON breaks off."""
    return f"This is not JSON: line {line}, column {column}: {reason}."


def json_too_deep() -> str:
    """Say that JSON is nested absurdly."""
    return "The JSON is nested too deeply to be a deck."


def json_other(expected: str) -> str:
    """Say that JSON is something else."""
    return f'This JSON is no deck: "format" must be "{expected}" and "colours" a list.'


def json_version(found: object, expected: int) -> str:
    """Say that a version is not known."""
    return f"Version {shortened(str(found))} of the format is not known: this studio reads version {expected}."


def json_numbers(field: str, count: int | None) -> str:
    """Say that a field must hold numbers."""
    return f"{field} must be a list of {f'{count} ' if count else ''}numbers."


def json_text(field: str) -> str:
    """Say that a field must hold text."""
    return f"{field} must be text."


def json_not_a_colour() -> str:
    """Say that an entry is no object."""
    return "This entry is not an object with a code and a name."


def cgats_no_format(line: int) -> str:
    """Say that data came before their format."""
    return f"Line {line}: BEGIN_DATA comes before any BEGIN_DATA_FORMAT, so the columns are unknown."


def cgats_no_data() -> str:
    """Say that there is no data section."""
    return "There is no BEGIN_DATA: this is not a CGATS table, or it was cut short."


def cgats_cut_short() -> str:
    """Say that a table never ends."""
    return "The table has no END_DATA: the file may be cut short."


def cgats_length(found: int, expected: int) -> str:
    """Say that a line has the wrong number of values."""
    return f"{found} values, but the format names {expected}."


def gpl_other() -> str:
    """Say that a file is no palette."""
    return 'This is no GIMP palette: the first line must be "GIMP Palette".'


def gpl_numbers(line: str) -> str:
    """Say that a palette line has no three numbers."""
    return f"'{shortened(line)}' does not begin with three numbers from 0 to 255."


def xml_broken(reason: str) -> str:
    """Say where XML breaks off."""
    return f"This is not XML: {reason}."


def xml_unsafe() -> str:
    """Say that XML holds what is never followed."""
    return "The XML holds a document type, an entity or an external reference. Export it again without any."


def cxf_value(reason: str) -> str:
    """Say that a value in an object cannot be read."""
    return f"A value of this colour cannot be read: {shortened(reason, 80)}."


def cxf_other(reason: str) -> str:
    """Say that XML is no CxF3."""
    return f"This XML is no CxF3 file with colours in it ({shortened(reason)})."


def xlsx_bomb() -> str:
    """Say that a workbook unpacks to an absurd size."""
    return "The workbook unpacks to far more than a deck needs, so it was not opened. Save it again, or export CSV."


def xlsx_broken(kind: str) -> str:
    """Say that a workbook cannot be opened."""
    return f"This workbook cannot be opened ({kind}): save it again as XLSX, or export CSV."


def ending_differs(ending: str) -> str:
    """Say that a file does not hold what its ending promises."""
    return f"The file ends in {shortened(ending, 12)}, but does not hold that. Rename it, or export it again."


def duplicate_code(code: str, line: int) -> str:
    """Say that a code stands twice in a file."""
    return f"'{shortened(code)}' stands in line {line} already; the first one is taken."


def too_long(field: str, limit: int) -> str:
    """Say that a text is too long."""
    return f"The {field} is longer than {limit} characters."


def set_name_needed() -> str:
    """Say that a set needs a name."""
    return "Name the set to keep it in."


def deck_name_needed() -> str:
    """Say that a deck needs a name."""
    return "Give the deck a name: its maker, or whose colours they are."


def deck_file_needed() -> str:
    """Say that a file is needed."""
    return "Choose a file."


def kept_for_reviews(used: int) -> str:
    """Say that colours stayed because reviews use them."""
    cause = "a review uses it" if used == 1 else "reviews use them"
    return f"{count(used, 'colour').capitalize()} stayed, because {cause}."


def plan_summary(added: int, changed: int, unchanged: int, skipped: int) -> str:
    """Say what bringing a file in would do."""
    return (
        f"{added:,} to add, {changed:,} to change, {unchanged:,} already there as they are, "
        f"{count(skipped, 'line')} left out."
    )


def problem(line: int, column: str, message: str) -> str:
    """Say where a file is wrong."""
    return f"Line {line}{f', {column}' if column else ''}: {message}"


def column_choice(name: str) -> str:
    """Return a column of a deck as a person would call it."""
    return {"l": "L*", "a": "a*", "b": "b*", "lrv": "LRV", "hex": "screen value"}.get(name, name)


# --- the reader -----------------------------------------------------------------------------------------------------

UNCALIBRATED = (
    "These readings cannot be believed: the reader had not seen its white tile. Read the tile, leave out what was "
    "taken before, and measure again."
)
NO_READINGS = "No reading yet"


def nothing_there(thing: str) -> str:
    """Say that there is no such thing to measure."""
    return f"There is no '{shortened(thing)}' to put the reader on."


def calibration_old(minutes: float) -> str:
    """Say that the calibration is too old."""
    return f"The white tile was read {number(minutes / 60, 1)} hours ago, too long to be believed. Read it again."


def unsteady(spread: float) -> str:
    """Say that readings do not describe one colour."""
    return (
        f"The readings scatter by ΔE00 {number(spread)} on average, too much for one colour. Leave out the ones that "
        "slipped, or measure with a wider aperture."
    )


def enough_readings(most: int) -> str:
    """Say that there is no room for another reading."""
    return f"{numeral(most).capitalize()} readings are enough: leave some out, or start again."


def reader_state(since_calibration: float | None) -> str:
    """Say how the reader stands."""
    if since_calibration is None:
        return "Not calibrated: it must see its white tile first."
    if since_calibration < 1:
        return "Calibrated just now."
    return f"Calibrated {count(round(since_calibration), 'minute')} ago."


def readings_together(kept: int, lrv: float, spread: float, uncertainty: float) -> str:
    """Say what readings come to."""
    if kept == 1:
        return f"One reading: LRV {number(lrv)}. Take a few more to see how they scatter."
    return (
        f"{count(kept, 'reading').capitalize()}: LRV {number(lrv)}, scattering by ΔE00 {number(spread, 2)}; "
        f"the mean is sure to ±{number(uncertainty, 2)}."
    )


def from_its_card(name: str, label: str, delta_e: float) -> str:
    """Say how far a measured thing is from the nearest card."""
    return f"The nearest card is {name} ({label}): this is ΔE00 {number(delta_e)} from it."


def shot_remark(dropped: bool, reason: str, outlying: bool, calibrated: bool) -> str:
    """Say what there is to say of one reading."""
    if dropped:
        return f"left out: {reason}"
    if not calibrated:
        return "taken before the white tile was read"
    return "far from the others" if outlying else ""


def reader_given(thing: str, kept: int, aperture: int, specular: str) -> str:
    """Say how a colour was measured."""
    return shortened(f"{thing}, {count(kept, 'reading')}, {aperture} mm, specular {specular}", 118)
