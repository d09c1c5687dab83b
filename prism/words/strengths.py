"""Adjusted strengths: what they do to a colour, and whether they hide."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from prism.messages.text import NO_BREAK, capital, listed, many, number, percent, percentage
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
            return "it moves too little to be named"
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
        return ", still too little to name" if now.passive else ", still too close to call"
    if standard.main is None:
        certain = now.level.value == "certain"
        return f", just enough now to be called {name}" if certain else f", now probably {name}"
    return "" if now.main == standard.main else f", just over the edge to {name}"


def strength_step(step: Adjusted, standard: Undertone, method: Method) -> str:
    if not step.percent:
        return "The standard."
    text = f"{capital(drift(step, standard, method))}; {_seen_clause(step.delta_e, method)}."
    if hides := hiding(step.opacity):
        text += f" {hides}"
    if step.over_capacity:
        text += " That is more colorant than this base can hold."
    return text


def hiding(opacity: Opacity | None) -> str:
    """Say that a paint does not hide in two coats; nothing where it does, or where that is not known."""
    if opacity is None or opacity.hiding.value == "hides":
        return ""
    if opacity.hiding.value == "third coat":
        return f"It needs a third coat: two cover {percentage(opacity.ratio)} of what is underneath."
    three = percentage(opacity.with_third)
    return f"This strength does not cover: two coats hide {percentage(opacity.ratio)}, three {three}."


def hiding_elsewhere(base: str | None, change: float, delta_e: float) -> str:
    if base is None:
        return "No base of this system covers at this depth: choose another strength, or a ground of a near colour."
    more = f"{number(1 + change / 100)} times the" if change > 100 else f"{percent(round(change))}"
    return f"In {base} it covers, with {more} colorant."


def covering(opacity: Opacity | None) -> str:
    return percentage(opacity.ratio) if opacity else ""


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
    of_hue = [s.percent for s in steps if s.percent and _same_hue(s.reading.undertone, standard)]
    if standard.main is None:
        named = sorted((s for s in steps if s.reading.undertone.main), key=lambda s: abs(s.percent))
        if named:
            first = named[0]
            return f"Turns {hue(str(first.reading.undertone.main), first.lrv)} at {strength_said_as(first.percent)}"
        return f"LRV {number(min(s.lrv for s in steps))} to {number(max(s.lrv for s in steps))}"
    name = hue(standard.main, steps[0].lrv)
    if len(of_hue) == len(steps) - 1:
        return f"Stays {name} at every strength"
    other = [s for s in steps if s.percent and not _same_hue(s.reading.undertone, standard)]
    lost = [s for s in other if s.reading.undertone.main is None]
    verb, gone = ("Loses its", lost) if lost else ("Moves from", other)
    nearest = min(gone, key=lambda s: abs(s.percent))
    return f"{verb} {name} at {strength_said_as(nearest.percent)}"


def _same_hue(undertone: Undertone, other: Undertone) -> bool:
    return bool(set(undertone.hues) & set(other.hues))


def adjusted(change: float, name: str, lrv: float, seen_as: str, drift: str) -> str:
    if not change:
        return f"{name} at standard strength, LRV {number(lrv)}."
    return f"{capital(strength_said_as(change))}, LRV {number(lrv)}: {drift}. {seen_as}"


def strength_said_as(change: float) -> str:
    """Return a change of strength as people say it: `25 % lighter`."""
    digits = 0 if float(round(change, 1)).is_integer() else 1
    return f"{number(abs(change), digits)}{NO_BREAK}% {'lighter' if change < 0 else 'darker'}"


def trim_gap(gap: float, trim: str, least: float) -> str:
    points = many(round(abs(gap)), "point")
    if round(abs(gap), 1) >= least:
        return f"{trim} is {points} {'lighter' if gap > 0 else 'darker'}, so the edge is crisp."
    return f"{trim} is only {points} {'lighter' if gap > 0 else 'darker'}, so the edge is soft."


def curve_text(points: Sequence[tuple[float, float]]) -> str:
    return "; ".join(f"{percent(p)} LRV {number(lrv)}" for p, lrv in points) + "."


def computed_given(name: str, change: float) -> str:
    return f"{name} at {number(100 + change, 0)} % of its colorants"[:118]


def kept_as(name: str) -> str:
    return f"Saved as {name} among your own colours."


def seen(delta_e: float, method: Method) -> str:
    if delta_e < method.just_seen:
        return "Nobody will see the change."
    if delta_e < method.plainly_seen:
        return "Visible side by side, not on two walls."
    if delta_e < method.known_before:
        return "Anyone who knew it before will notice."
    return "Everybody will see the change."


def _seen_clause(delta_e: float, method: Method) -> str:
    if delta_e < method.just_seen:
        return "nobody will see it"
    if delta_e < method.plainly_seen:
        return "visible side by side only"
    return "noticed by those who knew it before" if delta_e < method.known_before else "noticed by everybody"


def reached(reached: Reached) -> str:
    change = strength_said_as(reached.percent)
    if reached.limit == "base":
        return (
            f"LRV {number(reached.wanted)} is lighter than the bare base, LRV {number(reached.lrv)}. Choose a lighter "
            "base or another colour."
        )
    if reached.limit == "capacity":
        return (
            f"LRV {number(reached.wanted)} is darker than this base can be tinted: full, it reaches "
            f"LRV {number(reached.lrv)}. The next base takes more."
        )
    return f"LRV {number(reached.lrv)} is {change}."


def family_change(was: str, now: str, change: float) -> str:
    return f"At {strength_said_as(change)} this colour is {_article(now)} {now}, no longer {_article(was)} {was}."


def _article(word: str) -> str:
    return "an" if word[0] in "aeio" else "a"


def against_catalogue(name: str, delta_e: float, same_undertone: bool, method: Method) -> str:
    if delta_e < method.just_seen:
        return f"Use {name} from these decks: there is no visible difference."
    if delta_e < method.plainly_seen and same_undertone:
        return f"{name} is close, with the same undertone: use it, unless you need this very formula."
    if same_undertone:
        return f"The closest in these decks, {name}, is clearly another colour: adjust."
    return f"The closest in these decks, {name}, has another undertone: adjust."


def standard_is_nearest(delta_e: float, method: Method) -> str:
    if delta_e < method.just_seen:
        return "There is no visible difference from the standard strength in these decks: use that."
    return "Nothing in these decks is closer than its own standard strength: adjust."


def as_in_catalogue(other: str, delta_e: float) -> str:
    return f"These decks hold this colour. The closest other is {other}."


NOTHING_IN_CATALOGUE = "These decks have nothing to use instead."


def strength_asked(name: str, value: float | str) -> str:
    if name == "like":
        return f"as dark as {value}"
    number_text = number(float(value), 1)
    return {"percent": f"{number_text}{NO_BREAK}%", "lrv": f"LRV {number_text}", "gap": f"a gap of {number_text}"}[name]


def strengths_contradict(asked: Sequence[str]) -> str:
    return f"{capital(listed(list(asked)))} ask for different strengths: keep one of them."


def strength_left_out(left: str, ruling: str, percent: float | None) -> str:
    where = "is out of reach" if percent is None else f"would be at {number(percent, 0, signed=True)}{NO_BREAK}%"
    return f"Shown is {ruling}; {left} {where}."


def kept_already(name: str) -> str:
    return f"This strength is saved already as {name}. Save it again only if you need two."
