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
    "warmer": "Which board is warmer?",
    "lighter": "Which board is lighter?",
    "creaminess": "Put these whites in order, the creamiest first.",
    "strip": "Put these boards in order, the lightest first.",
    "lrv": "Which LRV has this board, to the next ten?",
    "odd": "Which board is not like the others?",
    "same": "Are these two one colour?",
    "undertone": "Which undertone has this board?",
    "pair": "Which board has which undertone?",
    "twin": "Which of the others is nearest to the first board?",
    "yellow": "Which of these whites shows its yellow beside the first board?",
    "evening": "Which of the others is the first board under the lamp of an evening?",
    "strength": "Is the second board the first one mixed 25 % lighter, or not?",
}
"""What each kind of exercise asks."""


def too_small(kind: str) -> str:
    return f"These decks have too few colours for “{TRAINED[kind]}” Import a larger deck, or choose another exercise."


KIND_UNKNOWN = "Nothing of this kind is asked: choose what is asked from the list."


def apart_wrong(text: str, low: float, high: float) -> str:
    return f"What is to be told apart is {number(low)} to {number(high)} ΔE00, and not ‘{text}’."


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
    rest = [name for place, name in enumerate(names) if place != _place(wall)]
    return f"{names[_place(wall)]} stands {number(wall.apart)} ΔE00 farther off than {listed(rest)} from one another."


def _same(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    if wall.boards[0] == wall.boards[1]:
        return f"Both are {names[0]}."
    return f"{names[0]} and {names[1]} are {number(wall.apart)} ΔE00 apart."


def _undertone(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    said = [str(word) for word in wall.accepted]
    strength = number(float(pool.seen.strength[wall.boards[0]]))
    several = f" Methods differ: {listed(said, 'or')} is right." if len(said) > 1 else ""
    return f"The undertone of {names[0]} is {said[0]}, {strength} Lab units from the painted neutral.{several}"


def _paired(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    both = zip(_places(wall), wall.choices, strict=True)
    return sentence(listed([f"{names[place]} is {hue}" for place, hue in both]))


def _twin(wall: Exercise, pool: Pool, names: Sequence[str]) -> str:
    far = delta_e(pool.lab[list(wall.boards[1:])], pool.lab[wall.boards[0]])
    near, others = float(far.min()), number(wall.apart)
    return f"{names[_place(wall)]} is {number(near)} ΔE00 from {names[0]}; the next is {others} farther."


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
        return f"Held beside it, {name} shows it: LRV {number(lrv)}."
    return _SHOWN[shown.how].format(name=name, beside=listed(list(beside)), first=beside[0])


_SHOWN = {
    "between": "{name} lies between {beside}: in a row of three the step is seen twice.",
    "farther": "{name} goes the way of {first}, and farther: beside it that way is plain.",
    "foil": "Held beside {beside}, {name} shows it: its undertone is the opposite one, at the same depth.",
    "quarter": "{name} is about where {first} comes to, mixed 25 % lighter.",
    "clean": "Held beside {beside}, the clean white {name} shows it.",
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
    "warmer": "warmer from cooler",
    "lighter": "lighter from darker",
    "same": "two colours from one",
    "odd": "an odd one among four",
    "twin": "a twin from its likes",
}
"""What is told apart by each kind of wall that finds a threshold."""


def told_title(kind: str, hue: str = "") -> str:
    return f"{hue} in a neutral" if hue else TOLD[kind]


def told_apart(found: Threshold) -> str:
    if not found.answers:
        return "not tried yet"
    given = f"between {number(found.low)} and {number(found.high)}"
    return f"from {number(found.value)} ΔE00, {given}, after {count(found.answers, 'answer')}"


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
        f"{contrast} beside a contrast colour as computed."
    )


def sees_later(hue: str, later: float, give: float, answers: int, who: str = "") -> str:
    """Say how an eye's neutral differs along a hue: one's own, or that of somebody by name."""
    calls = f"{who} calls {hue}" if who else f"You call {hue}"
    if abs(later) <= give:
        return f"{calls} as this method does, within {number(give)} Lab units, from {count(answers, 'answer')}."
    way = "later" if later > 0 else "earlier"
    return f"{calls} {number(abs(later))} {way} than this method, ±{number(give)}, from {count(answers, 'answer')}."


NO_WALLS = (
    "The decks of this studio hold no wall to train with. "
    "Import a deck of a few hundred colours, with neutrals among them."
)
SCREEN_STEPS = (
    "Let the screen be as bright as paper beside it, and no lamp or window shine on it.",
    "Put night colours, warm tints and reading modes off: they turn every grey.",
    "Of the ten steps below, the darkest and the lightest should both be told from their neighbours.",
    "The grey in the middle should look like grey to you, and not like a colour.",
)
"""What makes a screen fit to train on; nobody but the person knows."""


THIS_ONE = "this one"
"""How a board is captioned that others are held against."""


def which_is(hue: str) -> str:
    return f"Which of these is {hue}?"


UNDERTONE_STAGES = (
    "",
    "The clean white hangs beside it now.",
    "And a contrast colour, whose undertone is the opposite one.",
)
"""What is said of an undertone that is asked for again, a board more beside it."""


STAGE_TITLES = ("alone", "beside the clean white", "beside a contrast colour")
WALL_TAKEN_DOWN = "A wall of the studio was taken down; its answers stay."


def stages_said(said: Sequence[str], accepted: Sequence[str]) -> str:
    """Say how an undertone was named alone, beside the clean white, beside a contrast colour."""
    each = listed([f"{word} {way}" for word, way in zip(said, STAGE_TITLES, strict=False)])
    return f"You said {each}; computed: {listed(list(accepted), 'or')}."


def how_it_hangs(look: Look) -> str:
    return "in the evening" if look.manner == "evening" else f"at {look.percent} %"


NO_WALL_ABOUT = (
    "No wall can be made about this colour: the studio has no deck that holds anything to be seen beside it. "
    "Import a deck of a few hundred colours."
)
ANSWERED_ALREADY = "This wall was answered already; the first answer counts."
ANSWERED_LATE = "The five minutes were over. The answer counts all the same."
CLOCK_SET_BACK = (
    "This computer’s clock stands before the sitting began, so it was set back since. "
    "The sitting is closed, and every answer is kept."
)
NOT_TO_BE_PICKED = "That is no answer to this wall. Choose one of the boards or words below."
SCREEN_FIRST = "Look the screen over first, then tick that it is so: walls are only as true as what shows them."
EYE_UNKNOWN = "Nothing is known of your eye yet: name undertones first, eight or more."


def eye_followed(follows: bool) -> str:
    """Say whether new reviews begin with somebody's own neutral."""
    if follows:
        return "New reviews begin with your eye’s neutral as it was known when you chose so; older ones stay."
    return "New reviews begin with the method’s neutral."


def spread_few(count_now: int, least: int) -> str:
    return f"{count(count_now, 'answer')} so far. How they differ is shown from {least} on, and never whose is whose."


def spread_said(answers: Sequence[tuple[str, int]], answered: int) -> str:
    if len(answers) == 1:
        return f"All {answered} agree: {answers[0][0]}."
    return f"{answered} answered, in {len(answers)} ways."


WALLS_FROM = {
    "review": "Made of a review.",
    "viewing": "Made of a viewing in which you and the product disagreed.",
    "studio": "Set for the whole studio.",
}
"""Where a wall comes from that was set."""


def answer_said(right: bool, given: str, accepted: Sequence[str]) -> str:
    if right:
        return f"Yes: {given}."
    return f"Not so: {listed(list(accepted), 'or')}. You said {given}."


def sitting_over(answered: int, right: int) -> str:
    if not answered:
        return "The five minutes are over, and nothing was answered."
    seen = f"{count(answered, 'wall')}, {right} of them as computed"
    return f"The five minutes are over: {seen}. What was missed comes back."
