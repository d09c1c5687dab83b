"""The sentences of a showing's slides, one on each."""

from __future__ import annotations

from typing import TYPE_CHECKING

from prism.choosing.axes import comparative
from prism.messages.text import many, with_article
from prism.words.pairs import said_of_pair
from prism.words.readings import family, hue

if TYPE_CHECKING:
    from prism.comparison import PairFinding
    from prism.reading import Reading

SLIDE_TITLES = {
    "colour": "The colour alone", "clean": "Beside clean white", "near": "Nearly the same", "light": "In the room",
    "white": "The white beside it", "palette": "What goes with it", "answer": "The answer",
}  # fmt: skip
NO_NOTES = "Nothing to add."


def alone(reading: Reading) -> str:
    word = family(reading.family)
    return f"Alone, it looks like {with_article(word)}."


def beside_clean(reading: Reading) -> str:
    main = reading.undertone.main
    if main is None:
        return "Beside a clean white it shows no undertone."
    return f"Beside a clean white it shows its {hue(main, reading.lrv)}."


def beside_near(reading: Reading, finding: PairFinding) -> str:
    phrase = said_of_pair(finding, reading.lrv)
    main = reading.undertone.main
    if not phrase:
        return "Beside this one nobody can tell it."
    shows = main is not None and comparative(main) in finding.directions
    watch = f"Watch its {hue(main, reading.lrv)}: beside" if main is not None and shows else "Beside"
    return f"{watch} this one it is {phrase}."


GO_WITH_IT = "These go with it."
THIS_WHITE = "This white"


def slides_text(count: int, left_out: int) -> str:
    out = f", {left_out} left out" if left_out else ""
    return f"{many(count, 'slide')}{out}"


def difference_note(delta_e: float, lrv: float) -> str:
    way = "lighter" if lrv >= 0 else "darker"
    return f"ΔE00 {delta_e:.1f}, {abs(lrv):.1f} LRV points {way}."
