"""Adjusted strengths: what they do to a colour, and whether they hide."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.messages.text import NO_BREAK, capital, listed, number, percent, percentage
from prism.words.readings import hue
from prism.words.surety import graded

if TYPE_CHECKING:
    from prism.method import Method
    from prism.reading import Undertone
    from prism.tint.hiding import Opacity
    from prism.tint.reach import Reached
    from prism.tint.strengths import Adjusted


def strength_name(name: str, change: float) -> str:
    return name if not change else f"{name} at {number(100 + change, 0)} %"


def drift(step: Adjusted, standard: Undertone, method: Method) -> str:
    now, lrv = step.reading.undertone, step.lrv
    if step.drift_effect < method.just_seen:
        return f"its undertone holds{_all_the_same(now, standard, lrv)}"
    if now.main is None:
        if standard.main is None:
            return "it moves, still too little to be named"
        return "it loses its undertone" if now.passive else "its undertone is too close to call"
    name, certain = graded(now.level, hue(now.main, lrv)), now.level.value == "certain"
    if standard.main is None:
        return f"it starts to show {name}"
    if now.main == standard.main:
        return f"its {hue(now.main, lrv)} {'gets stronger' if now.strength > standard.strength else 'fades'}"
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


def strength_step(step: Adjusted, standard: Undertone, method: Method) -> str:
    if not step.percent:
        return "The standard."
    way = "lighter" if step.percent < 0 else "darker"
    moved = drift(step, standard, method)
    text = f"{capital(way)} by ΔE00 {number(step.delta_e)}, and {moved}. {seen(step.delta_e, method)}"
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
    if base is None:
        return "No base of this system hides at this depth: choose another strength, or a ground of a near colour."
    more = f"{number(1 + change / 100)} times the" if change > 100 else f"{percent(round(change))}"
    return f"In {base} it hides, with {more} colorant, ΔE00 {number(delta_e)} from this."


def covering(found: Opacity | None) -> str:
    return percentage(found.ratio) if found else ""


def strength_run(steps: Sequence[Adjusted], method: Method) -> str:
    standard = next((step.reading.undertone for step in steps if not step.percent), None)
    if standard is None or len(steps) < 2:
        return ""
    first, last = min(steps, key=lambda s: s.percent), max(steps, key=lambda s: s.percent)
    parts = []
    for step, way in ((first, "Made lighter"), (last, "Made darker")):
        if step.percent:
            parts.append(f"{way}, {drift(step, standard, method)}.")
    return " ".join(parts)


def strength_short(steps: Sequence[Adjusted]) -> str:
    standard = next(step.reading.undertone for step in steps if not step.percent)
    held = [s.percent for s in steps if s.percent and _same_hue(s.reading.undertone, standard)]
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
    lost = [s.percent for s in steps if s.percent and not _same_hue(s.reading.undertone, standard)]
    return f"{name} does not hold at {listed([percent(p) for p in lost])}"


def _same_hue(one: Undertone, other: Undertone) -> bool:
    return bool(set(one.hues) & set(other.hues))


def adjusted(change: float, name: str, lrv: float, seen_as: str, drift: str) -> str:
    if not change:
        return f"{name} at standard strength: LRV {number(lrv)}."
    return f"At {percent(round(change, 1))}, LRV {number(lrv)}, {drift}. {seen_as}"


def trim_gap(gap: float, trim: str, least: float) -> str:
    enough = (
        "enough for the edge to show"
        if round(abs(gap), 1) >= least
        else f"less than the {number(least, 0)} an edge wants"
    )
    return f"{trim} stands {number(gap, signed=True)} LRV points from it: {enough}."


def curve_text(points: Sequence[tuple[float, float]]) -> str:
    return "; ".join(f"{percent(p)} LRV {number(lrv)}" for p, lrv in points) + "."


def computed_given(name: str, change: float) -> str:
    return f"{name} at {number(100 + change, 0)} % of its colorants"[:118]


def kept_as(name: str) -> str:
    return f"Kept as {name}, a colour of its own."


def seen(delta_e: float, method: Method) -> str:
    if delta_e < method.just_seen:
        return "Nobody will see it."
    if delta_e < method.plainly_seen:
        return "Seen side by side, not on two walls."
    if delta_e < method.known_before:
        return "Seen by anybody who knew it before."
    return "Plain to everybody."


def reached(found: Reached) -> str:
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
    article = "an" if was[0] in "aeio" else "a"
    return f"Stops being {article} {was} at {percent(change)}: from there {now}."


def against_catalogue(name: str, delta_e: float, same_undertone: bool, method: Method) -> str:
    near = f"The nearest in these decks is {name}, at ΔE00 {number(delta_e)}"
    if delta_e < method.just_seen:
        return f"{near}: the same to the eye. Take that one."
    if delta_e < method.plainly_seen and same_undertone:
        return f"{near}, with the same undertone: take that one, unless the can is wanted from this formula."
    if same_undertone:
        return f"{near}, with the same undertone, but plainly another colour: adjust."
    return f"{near}, and its undertone is another: adjust, nothing close keeps this one."


def standard_is_nearest(delta_e: float, method: Method) -> str:
    if delta_e < method.just_seen:
        return "It is the same to the eye as the standard strength that the decks hold. Take that one."
    return f"Nothing in these decks is nearer to it than its own standard strength, at ΔE00 {number(delta_e)}: adjust."


def as_in_catalogue(other: str, delta_e: float) -> str:
    return f"The decks hold it as it stands; the nearest other is {other}, at ΔE00 {number(delta_e)}."


NOTHING_IN_CATALOGUE = "There is nothing in these decks to take instead."


def strength_asked(name: str, value: float | str) -> str:
    if name == "like":
        return f"as dark as {value}"
    said = number(float(value), 1)
    return {"percent": f"{said}{NO_BREAK}%", "lrv": f"LRV {said}", "gap": f"a gap of {said}"}[name]


def strengths_contradict(asked: Sequence[str]) -> str:
    return f"{capital(listed(list(asked)))} ask for different strengths: leave one of them."


def strength_left_out(left: str, ruling: str, percent: float | None) -> str:
    where = "is out of reach" if percent is None else f"would be at {number(percent, 0, signed=True)}{NO_BREAK}%"
    return f"Shown is {ruling}; {left} {where}."


def kept_already(name: str) -> str:
    return f"This strength is kept already, as {name}. Keep it once more only if you need two."
