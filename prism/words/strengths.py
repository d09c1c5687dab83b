"""Adjusted strengths and recipes."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import TYPE_CHECKING

from prism.messages.devices import too_much_for_base
from prism.messages.text import NO_BREAK, capital, count, listed, number, percent, percentage
from prism.words.readings import hue
from prism.words.surety import graded

if TYPE_CHECKING:
    from prism.reading import Undertone
    from prism.school import School
    from prism.tint.formula import Formula
    from prism.tint.hiding import Opacity
    from prism.tint.reach import Reached
    from prism.tint.recipe import Recipe
    from prism.tint.strengths import Adjusted


def strength_name(name: str, change: float) -> str:
    """Return the name of a colour at an adjusted strength."""
    return name if not change else f"{name} at {number(100 + change, 0)} %"


def drift(step: Adjusted, standard: Undertone, school: School) -> str:
    """Say what an adjusted strength does to the undertone."""
    now, lrv = step.reading.undertone, step.lrv
    if step.drift_effect < school.just_seen:
        return f"its undertone holds{_all_the_same(now, standard, lrv)}"
    if now.main is None:
        if standard.main is None:
            return "it moves, still too little to be named"
        return "it greys: its undertone goes passive" if now.passive else "its undertone is too close to call"
    name, certain = graded(now.level, hue(now.main, lrv)), now.level.value == "certain"
    if standard.main is None:
        return f"{name} comes forward in it"
    if now.main == standard.main:
        return f"its {hue(now.main, lrv)} {'comes forward' if now.strength > standard.strength else 'falls back'}"
    return f"its undertone moves{'' if certain else ', probably'} to {hue(now.main, lrv)}"


def _all_the_same(now: Undertone, standard: Undertone, lrv: float) -> str:
    """Say which line was crossed by an undertone that nobody will see move, or that none of it is named."""
    name = hue(now.main or "", lrv)
    if now.main is None:
        if standard.main is not None:
            return f", {'just too little' if now.passive else 'too unsure'} now to be named"
        return ": still passive" if now.passive else ": still too close to call"
    if standard.main is None:
        certain = now.level.value == "certain"
        return f", just enough now to be called {name}" if certain else f", now probably {name}"
    return "" if now.main == standard.main else f", just over the edge to {name}"


def strength_step(step: Adjusted, standard: Undertone, school: School) -> str:
    """Say what one adjusted strength does."""
    if not step.percent:
        return "The standard."
    way = "lighter" if step.percent < 0 else "darker"
    moved = drift(step, standard, school)
    text = f"{capital(way)} by ΔE00 {number(step.delta_e)}, and {moved}. {seen(step.delta_e, school)}"
    if said := hiding(step.opacity):
        text += f" {said}"
    if step.over_capacity:
        text += " More colorant than this base can hold."
    return text


def hiding(found: Opacity | None) -> str:
    """Say that a paint does not hide in two coats; nothing where it does, or where that is not known."""
    if found is None or found.hiding.value == "hides":
        return ""
    covers = f"two coats cover {percentage(found.ratio)} of what is under them"
    if found.hiding.value == "third coat":
        return f"It wants a third coat: {covers}."
    return f"It does not hide: {covers}, three {percentage(found.with_third)}; 98{NO_BREAK}% is full hiding."


def hiding_elsewhere(base: str | None, change: float, delta_e: float) -> str:
    """Say in which base a paint would hide, or that it does in none."""
    if base is None:
        return "No base of this system hides at this depth: choose another strength, or a ground of a near colour."
    more = percent(round(change))
    return f"In {base} it hides, with {more} colorant, ΔE00 {number(delta_e)} from this."


def covering(found: Opacity | None) -> str:
    """Return the contrast ratio as a percentage."""
    return percentage(found.ratio) if found else ""


def strength_run(steps: Sequence[Adjusted], school: School) -> str:
    """Say what happens to the undertone over the run, one clause per direction."""
    standard = next((step.reading.undertone for step in steps if not step.percent), None)
    if standard is None or len(steps) < 2:
        return ""
    first, last = min(steps, key=lambda s: s.percent), max(steps, key=lambda s: s.percent)
    parts = []
    for step, way in ((first, "Made lighter"), (last, "Made darker")):
        if step.percent:
            parts.append(f"{way}, {drift(step, standard, school)}.")
    return " ".join(parts)


def strength_short(steps: Sequence[Adjusted]) -> str:
    """Say the run in a few words, for the path."""
    standard = next(step.reading.undertone for step in steps if not step.percent)
    held = [s.percent for s in steps if s.percent and s.reading.undertone.main == standard.main]
    if standard.main is None:
        named = sorted((s for s in steps if s.reading.undertone.main), key=lambda s: abs(s.percent))
        if named:
            first = named[0]
            return (
                f"{hue(str(first.reading.undertone.main), first.lrv).capitalize()} comes up at {percent(first.percent)}"
            )
        return f"LRV {number(min(s.lrv for s in steps))} to {number(max(s.lrv for s in steps))}"
    name = hue(standard.main, steps[0].lrv).capitalize()
    if len(held) == len(steps) - 1:
        return f"{name} holds all the way"
    lost = [s.percent for s in steps if s.percent and s.reading.undertone.main != standard.main]
    return f"{name} does not hold at {listed([percent(p) for p in lost])}"


def no_recipe(near: str | None, delta_e: float, miss: float | None = None) -> str:
    """Say why a colour has no strengths, and what would give it some; `miss` is how near an estimated recipe came."""
    why = f" (the nearest stays ΔE00 {number(miss)} away, and must come within 1.0)" if miss else ""
    text = (
        f"There is no recipe for this colour, and none of these colorants makes it{why}. No strength can be computed."
    )
    if near:
        text += f" The nearest with a recipe in these decks is {near}, at ΔE00 {number(delta_e)}."
    return text


def recipe_unknown(reason: str) -> str:
    """Say that a recipe is of another tinting system."""
    return (
        f"Its recipe cannot be computed here: {reason}. The colorants of this studio are listed in its tinting system."
    )


def adjusted(change: float, name: str, lrv: float, seen_as: str, drift: str) -> str:
    """Say what one adjusted strength is."""
    if not change:
        return f"{name} at standard strength: LRV {number(lrv)}."
    return f"At {percent(round(change, 1))}, LRV {number(lrv)}, {drift}. {seen_as}"


def trim_gap(gap: float, trim: str, least: float) -> str:
    """Say how far a trim stands from the wall."""
    enough = (
        "enough for the edge to show"
        if round(abs(gap), 1) >= least
        else f"less than the {number(least, 0)} an edge wants"
    )
    return f"{trim} stands {number(gap, signed=True)} LRV points from it: {enough}."


def curve_text(points: Sequence[tuple[float, float]]) -> str:
    """Say in words what the curve of LRV against strength draws."""
    return "; ".join(f"{percent(p)} LRV {number(lrv)}" for p, lrv in points) + "."


def computed_given(name: str, change: float) -> str:
    """Say from what a colour was computed."""
    return f"{name} at {number(100 + change, 0)} % of its colorants"[:118]


def kept_as(name: str) -> str:
    """Say under which name an adjusted strength is kept."""
    return f"Kept as {name}, a colour of its own."


def seen(delta_e: float, school: School) -> str:
    """Answer whether anybody will see a difference."""
    if delta_e < school.just_seen:
        return "Nobody will see it."
    if delta_e < school.plainly_seen:
        return "Seen side by side, not on two walls."
    if delta_e < school.known_before:
        return "Seen by anybody who knew it before."
    return "Plain to everybody."


def reached(found: Reached) -> str:
    """Say which strength gives an LRV that was asked for, or what stopped it."""
    change = percent(found.percent)
    if found.limit == "base":
        return (
            f"LRV {number(found.wanted)} is lighter than the bare base, LRV {number(found.lrv)}: a lighter base, or "
            "another colour, is needed."
        )
    if found.limit == "capacity":
        return (
            f"LRV {number(found.wanted)} is darker than this base can take: full, at {change}, it stands at "
            f"LRV {number(found.lrv)}. The next base takes more."
        )
    return f"LRV {number(found.lrv)} comes at {change}."


def family_change(was: str, now: str, change: float) -> str:
    """Say at which strength a colour stops being what it was."""
    article = "an" if was[0] in "aeio" else "a"
    return f"Stops being {article} {was} at {percent(change)}: from there {now}."


def against_catalogue(name: str, delta_e: float, same_undertone: bool, school: School) -> str:
    """Say whether to adjust, or to take a colour of the catalogue."""
    near = f"The nearest in these decks is {name}, at ΔE00 {number(delta_e)}"
    if delta_e < school.just_seen:
        return f"{near}: the same to the eye. Take that one."
    if delta_e < school.plainly_seen and same_undertone:
        return f"{near}, with the same undertone: take that one, unless the can is wanted from this formula."
    if same_undertone:
        return f"{near}, with the same undertone, but plainly another colour: adjust."
    return f"{near}, and its undertone is another: adjust, nothing close keeps this one."


def standard_is_nearest(delta_e: float, school: School) -> str:
    """Say that no other colour of the catalogue is nearer to a strength than its own standard."""
    if delta_e < school.just_seen:
        return "It is the same to the eye as the standard strength that the decks hold. Take that one."
    return f"Nothing in these decks is nearer to it than its own standard strength, at ΔE00 {number(delta_e)}: adjust."


def as_in_catalogue(other: str, delta_e: float) -> str:
    """Say that a colour at standard strength is the catalogue's own, and how near the next one comes."""
    return f"The decks hold it as it stands; the nearest other is {other}, at ΔE00 {number(delta_e)}."


def nothing_in_catalogue() -> str:
    """Say that there is nothing to compare with."""
    return "There is nothing in these decks to take instead."


def estimated(residual: float, from_spectrum: bool, others: int) -> str:
    """Say what an estimated recipe is worth."""
    basis = "its spectrum" if from_spectrum else "its Lab alone"
    text = (
        f"No recipe came with it. This one was estimated from {basis}, ΔE00 {number(residual, 2)} off: not the maker’s."
    )
    if others:
        text += f" {capital(count(others, 'other recipe'))} would do nearly as well."
    return text


def so_many_done(done: int, total: int) -> str:
    """Say how far a long run is."""
    return f"{done:,} of {total:,} done"


def ounces(whole: int, shots: float) -> str:
    """Return an amount as the counter writes it: ounces and 48ths."""
    return f"{whole} oz {number(shots, 2).rstrip('0').rstrip('.') or '0'}"


def formula_warnings(found: Formula) -> list[str]:
    """Say what is wrong with a formula in a can."""
    said = []
    if found.over_capacity:
        said.append(too_much_for_base(found.base_name, found.filled))
    dropped = [line.name for line in found.lines if line.dropped]
    if dropped:
        verb = "is" if len(dropped) == 1 else "are"
        said.append(f"{capital(listed(dropped))} {verb} less than the smallest shot here, and left out.")
    if found.better_can:
        said.append(
            f"Rounding to shots costs ΔE00 {number(found.rounding)} in a {found.can.label}, enough to be seen: make a "
            f"{found.better_can.label}."
        )
    return said


def rounding_note(found: Formula) -> str:
    """Say what rounding to shots costs, where it cannot be seen."""
    return f"Rounding to shots costs ΔE00 {number(found.rounding, 2)}: not to be seen." if not found.better_can else ""


def formula_text(name: str, found: Formula) -> str:
    """Return a formula as plain text, to be copied or read out at the counter."""
    lines = [
        f"{name}",
        f"{found.base_name} ({found.base}), {found.can.label}",
        *(
            f"{line.code} {line.name}: {ounces(line.ounces, line.shots)}/48  {number(line.ml, 2)} mL  "
            f"{number(line.grams, 2)} g"
            for line in found.lines
        ),
    ]
    return "\n".join(lines)


def label_line(found: Formula, of: str, lrv: float, day: str) -> str:
    """Return what a label says above the colorants: the can and base, which colour it was, its LRV and the day."""
    return f"{capital(found.can.label)}, {found.base_name} ({found.base}). From {of}. LRV {number(lrv)}. {day}."


FORMULA_CAUTIONS = (
    "Have a trial mix made and paint a sample before ordering.",
    "Sheen and base change with depth: ask which sheens this base comes in.",
    "Dispense and ventilate by the product’s safety data.",
)
DARK_OUTSIDE = "Dark colours heat up outdoors and can warp plastic or insulated render: check the substrate’s limit."


def next_base(base: str, change: float, delta_e: float) -> str:
    """Say which base would hold it, and what that does to the colour."""
    scaled = percent(round(change, 1))
    return f"The {base} holds more: its colorants at {scaled} come to ΔE00 {number(delta_e)} from this."


def mixed(names: Sequence[tuple[str, float]]) -> str:
    """Return the name of paints stirred together."""
    return " + ".join(f"{number(parts, 0 if parts == int(parts) else 1)} {name}" for name, parts in names)


def batch_given(name: str, serial: int) -> str:
    """Return what a dispensed can is called where it is measured."""
    return f"can {serial}: {name}"


def batches_apart(delta_e: float, school: School) -> str:
    """Say how far a second can is from the first."""
    return f"ΔE00 {number(delta_e, 2)} from the first can. {seen(delta_e, school)}"


def recipe(found: Recipe, colorants: Mapping[str, str]) -> str:
    """Return a recipe in words, amounts per litre of base."""
    parts = [f"{colorants[code]} {number(amount, 2)} mL" for code, amount in found.amounts.items()]
    return f"Base {found.base}, to the litre: {', '.join(parts)}."


PARTS = "Parts"


def white_called(caption: str) -> str:
    """Return what a reference white is called where a trim is chosen."""
    return f"{caption} white"


def mix_needs_other() -> str:
    """Say that a mixture needs a second paint."""
    return "Give the code or name of the other paint."


def parts_above_nought() -> str:
    """Say that parts cannot be nought or less."""
    return "Parts must be above 0, up to 1000."


def mixture_result(name: str, lrv: float, reads: str, delta_e: float) -> str:
    """Say what two paints make together."""
    return f"{capital(name)}: LRV {number(lrv)}, {reads}; ΔE00 {number(delta_e)} from this colour."


NO_MIXTURE = "One of the two has no recipe, and none could be estimated, so what they make together is not known."
STANDARD_IS_KEPT = "The standard strength is the colour itself: choose another strength to keep it."


def dispensed(can: str) -> str:
    """Say that a can was tinted."""
    return f"Dispensed: {can}. Measure it to find out what came out."
