"""Exercises in words: what is asked of a wall, and why the answer is right."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import TYPE_CHECKING

from prism.arranging import creamy_of
from prism.difference import delta_e
from prism.messages.text import count, listed, number, sentence
from prism.spectrum import lightness_to_lrv

if TYPE_CHECKING:
    from prism.training.exercise import Exercise, Look
    from prism.training.pool import Pool
    from prism.training.showing import Shown
    from prism.training.staircase import Threshold

TRAINED = {
    "warmer": "Which colour is warmer?",
    "lighter": "Which colour is lighter?",
    "creaminess": "Put these whites in order, the creamiest first.",
    "strip": "Put these in order, the lightest first.",
    "lrv": "What is its LRV, to the nearest ten?",
    "odd": "Which colour is the odd one out?",
    "same": "Are these two the same colour?",
    "undertone": "Which undertone does it have?",
    "pair": "Which colour has which undertone?",
    "twin": "Which is closest to the first colour?",
    "yellow": "Which white looks yellow beside the first colour?",
    "evening": "Which is the first colour under an evening lamp?",
    "strength": "Is the second colour the first one, mixed 25 % lighter?",
}
"""What each kind of exercise asks."""


def too_small(kind: str) -> str:
    return f"These decks have too few colours for “{TRAINED[kind]}” Import a larger deck, or choose another exercise."


KIND_UNKNOWN = "There is no exercise of this kind: choose one from the list."


def apart_wrong(text: str, low: float, high: float) -> str:
    return f"Choose a difference of {number(low)} to {number(high)} ΔE00, not ‘{text}’."


def because(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    return _BECAUSE[wall.kind.value](wall, pool, names)


def _pair(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    place = _place(wall)
    return f"{names[place]} is {wall.kind} than {names[1 - place]} by {number(wall.apart)} ΔE00."


def _order(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    creamy = wall.kind.value == "creaminess"
    values = creamy_of(pool.seen.u[list(wall.boards)]) if creamy else pool.lab[list(wall.boards), 0]
    what = "creaminess, in Lab units" if creamy else "L*"
    each = listed([f"{names[place]} {number(float(values[place]))}" for place in _places(wall)])
    return f"By {what}: {each}."


def _lrv(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    return f"{names[0]} has LRV {number(float(pool.lrv[wall.boards[0]]))}."


def _odd(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:

    return f"{names[_place(wall)]} is {number(wall.apart)} ΔE00 further away than the others are from one another."


def _same(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    if wall.boards[0] == wall.boards[1]:
        return f"Both are {names[0]}."
    return f"{names[0]} and {names[1]} are {number(wall.apart)} ΔE00 apart."


def _undertone(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    accepted = [str(word) for word in wall.accepted]
    strength = number(float(pool.seen.strength[wall.boards[0]]))
    several = f" Methods differ: {listed(accepted, 'or')} is right." if len(accepted) > 1 else ""
    return f"The undertone of {names[0]} is {accepted[0]}, {strength} Lab units from the neutral line.{several}"


def _paired(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    both = zip(_places(wall), wall.choices, strict=True)
    return sentence(listed([f"{names[place]} is {hue}" for place, hue in both]))


def _twin(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    far = delta_e(pool.lab[list(wall.boards[1:])], pool.lab[wall.boards[0]])
    near, others = float(far.min()), number(wall.apart)
    return f"{names[_place(wall)]} is {number(near)} ΔE00 from {names[0]}; the next is {others} further."


def _yellow(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    creamy = creamy_of(pool.seen.u[list(wall.boards)])
    more = float(creamy[_place(wall)] - creamy[0])
    return (
        f"{names[_place(wall)]} is creamier than {names[0]} by {number(more)} Lab units, enough to show; "
        f"the creamiest of the others is {number(wall.apart)} below it."
    )


def _evening(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    seen = wall.looks[_place(wall)].lab
    turned = float(delta_e(pool.lab[wall.boards[0]], seen))
    return (
        f"Under a lamp of 2,700 K {names[0]} turns by {number(turned)} ΔE00, and the others with it; "
        f"the nearest of them stays {number(wall.apart)} ΔE00 away."
    )


def _strength(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    look = wall.looks[1]
    before, after = number(float(pool.lrv[wall.boards[0]])), number(float(lightness_to_lrv(look.lab[0])))
    mixed = f"{names[1]} is mixed at {look.percent} %: LRV {before} becomes {after}"
    return f"{mixed}." if look.percent == 75 else f"{mixed}; {number(wall.apart)} ΔE00 from it at 75 %."


def shown_by(shown: Shown, name: str, beside: Sequence[str], lrv: float) -> str:
    if shown.how == "rung":
        return f"{name} beside it shows it: LRV {number(lrv)}."
    return _SHOWN[shown.how].format(name=name, beside=listed(list(beside)), first=beside[0])


_SHOWN = {
    "between": "{name} lies between {beside}, so the step is seen twice.",
    "farther": "{name} differs the same way as {first}, and more, which makes it clear.",
    "foil": "Beside {beside}, {name} shows it: its undertone is the opposite.",
    "quarter": "{name} is about {first} mixed 25 % lighter.",
    "clean": "Beside {beside}, the clean white {name} shows it.",
}


def _place(wall: Exercise) -> int:
    [place] = wall.accepted
    assert isinstance(place, int)
    return place


def _places(wall: Exercise) -> tuple[int, ...]:
    [places] = wall.accepted
    assert isinstance(places, tuple)
    return places


_BECAUSE: dict[str, Callable[[Exercise, Pool, Sequence[str]], str]] = {
    "warmer": _pair,
    "lighter": _pair,
    "creaminess": _order,
    "strip": _order,
    "lrv": _lrv,
    "odd": _odd,
    "same": _same,
    "undertone": _undertone,
    "pair": _paired,
    "twin": _twin,
    "yellow": _yellow,
    "evening": _evening,
    "strength": _strength,
}


TOLD = {
    "warmer": "warmer and cooler",
    "lighter": "lighter and darker",
    "same": "the same or different",
    "odd": "the odd one out",
    "twin": "a twin among near colours",
}
"""What is told apart by each kind of wall that finds a threshold."""


def told_title(kind: str, hue: str = "") -> str:
    return f"{hue} in a neutral" if hue else TOLD[kind]


def told_apart(threshold: Threshold) -> str:
    if not threshold.answers:
        return "not tried yet"
    given = f"between {number(threshold.low)} and {number(threshold.high)}"
    return f"from {number(threshold.value)} ΔE00, {given}, after {count(threshold.answers, 'answer')}"


def how_it_grew(first: Threshold, last: Threshold) -> str:
    """Say how what can be told apart changed, as far as that is more than chance."""
    if last.high < first.value and last.value < first.value:
        return f"finer than at first, when it was {number(first.value)}"
    if last.low > first.value:
        return f"coarser than at first, when it was {number(first.value)}"
    return "no plain change since the first answers"


def comparison_helped(counts: Sequence[int], answered: int) -> str:
    """Say how much comparison helped to name undertones: how often it was as computed alone, beside the clean white,
    beside a contrast colour."""
    alone, clean, contrast = counts
    return (
        f"Of {count(answered, 'undertone')} you named {alone} alone, {clean} beside the clean white and "
        f"{contrast} beside a contrast colour as predicted."
    )


def sees_later(hue: str, later: float, give: float, answers: int, who: str = "") -> str:
    """Say how somebody names a hue against the method: `later` is by how many Lab units more it takes, ±`give`."""
    who, verb = (who, "s") if who else ("You", "")
    from_ = f"({count(answers, 'answer')})"
    if abs(later) <= give:
        return f"{who} name{verb} {hue} as this method does {from_}."
    how = "a little" if abs(later) < MUCH_LATER else "much"
    if later > 0:
        return f"{who} need{verb} {how} more {hue} than this method before naming it {from_}."
    return f"{who} name{verb} {hue} {how} sooner than this method {from_}."


MUCH_LATER = 2.0
"""Lab units from which an eye names a hue much later or sooner than the method."""


NO_WALLS = (
    "These decks have too few colours to train with. Import a deck of a few hundred colours, with neutrals among them."
)
SCREEN_STEPS = (
    "Make the screen as bright as paper beside it, without lamps or windows shining on it.",
    "Turn off night colours, warm tints and reading modes: they tint every grey.",
    "Below, you should tell the darkest and the lightest step from their neighbours.",
    "The grey in the middle should look grey to you.",
)
"""What makes a screen fit to train on; nobody but the person knows."""


THIS_ONE = "this one"
"""How a board is captioned that others are held against."""


def which_is(hue: str) -> str:
    return f"Which of these is {hue}?"


UNDERTONE_STAGES = (
    "",
    "Now with a clean white beside it.",
    "Now with a contrast colour beside it.",
)
"""What is said of an undertone that is asked for again, a board more beside it."""


STAGE_TITLES = ("alone", "beside the clean white", "beside a contrast colour")
WALL_TAKEN_DOWN = "An exercise of the studio was removed; its answers stay."


def stages_text(said: Sequence[str], accepted: Sequence[str]) -> str:
    """Say how an undertone was named alone, beside the clean white, beside a contrast colour."""
    each = listed([f"{word} {way}" for word, way in zip(said, STAGE_TITLES, strict=False)])
    return f"You said {each}; predicted: {listed(list(accepted), 'or')}."


def how_it_hangs(look: Look) -> str:
    return "in the evening" if look.manner == "evening" else f"at {look.percent} %"


NO_WALL_ABOUT = "These decks have nothing to train with beside this colour. Import a deck of a few hundred colours."
ANSWERED_ALREADY = "You answered this exercise already; the first answer counts."
ANSWERED_LATE = "The five minutes were over, but the answer counts."
CLOCK_SET_BACK = (
    "The computer’s clock was set back since the training began. The training is closed, and every answer is saved."
)
NOT_TO_BE_PICKED = "That is not an answer here: choose one of the colours or words below."
SCREEN_FIRST = "Check the screen first, then tick that it is ready."
EYE_UNKNOWN = "Name eight undertones or more first, so that your eye is known."


def eye_followed(follows: bool) -> str:
    """Say whether new reviews begin with somebody's own neutral."""
    if follows:
        return "New reviews begin with the neutral line of your eye; older ones stay as they are."
    return "New reviews begin with the method’s neutral line."


def spread_few(count_now: int, least: int) -> str:
    return f"{count(count_now, 'answer')} so far. From {least} on you see how they differ, never whose they are."


def spread_text(answers: Sequence[tuple[str, int]], answered: int) -> str:
    if len(answers) == 1:
        return f"All {answered} agree: {answers[0][0]}."
    return f"{answered} answered, in {len(answers)} ways."


WALLS_FROM = {
    "review": "Made from a review.",
    "viewing": "Made from a viewing in which you disagreed with the prediction.",
    "studio": "Set for the whole studio.",
}
"""Where a wall comes from that was set."""


def answer_text(right: bool, given: str, accepted: Sequence[str]) -> str:
    if right:
        return f"Yes: {given}."
    return f"No, it is {listed(list(accepted), 'or')}. You said {given}."


_WEAK = {
    "warmer": "telling which of two is warmer", "lighter": "telling which of two is lighter",
    "creaminess": "putting whites in order", "strip": "putting a strip in order", "lrv": "naming the LRV",
    "odd": "finding the odd one out", "same": "seeing whether two are the same", "undertone": "naming undertones",
    "pair": "matching undertones", "twin": "finding the closest", "yellow": "whites that look yellow",
    "evening": "colours under an evening lamp", "strength": "colours at another strength",
}  # fmt: skip
NOTHING_MISSED = "Nothing missed: the next ones will be harder."


def training_score(answered: int, right: int) -> str:
    return f"{right} of {answered} right." if answered else "No answer yet."


def weak_spot(kind: str, seen: str, right: str) -> str:
    """Say what was missed most; of undertones which was taken for which."""
    spot = f"{right} against {seen}" if seen and right and seen != right else _WEAK[kind]
    return f"Your weak spot is {spot}."


def training_next(missed: bool, soon: bool) -> str:
    if not missed:
        return "Do ten more, or come back tomorrow."
    return "What you missed comes back: do ten more now." if soon else "What you missed comes back in the next days."


def sitting_over(answered: int, right: int) -> str:
    if not answered:
        return "The five minutes are over without an answer."
    seen = f"{count(answered, 'exercise')}, {right} right"
    return f"The five minutes are over: {seen}. The ones you missed come back."
