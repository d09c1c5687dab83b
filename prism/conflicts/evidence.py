"""What is known of a review, against which sentences are held."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date

from prism.light.together import Terms
from prism.method import Method
from prism.reading import Reading


@dataclass(frozen=True)
class Thing:
    """Something a sentence can name: a colour, what stays in the room, a part that is painted, a room, or a maker.

    `names` are all the ways it is written, in small letters; `reading` is None where its colour is not known. `maker`
    and `code` belong to colours.
    """

    kind: str
    name: str
    names: tuple[str, ...]
    reading: Reading | None = None
    maker: str = ""
    code: str = ""


@dataclass(frozen=True)
class PartPlan:
    """What is planned for a part of a room: colour, sheen, m², and litres; None or empty where not known."""

    colour: str
    sheen: str = ""
    area: float | None = None
    litres: float | None = None
    bought: float | None = None


@dataclass(frozen=True)
class SeenBeside:
    """What an eye saw of the subject beside another colour: `differences` are directions such as `warmer`."""

    name: str
    differences: tuple[str, ...]


@dataclass(frozen=True)
class SeenThere:
    """What an eye saw on a wall in one light, a key of `prism.conflicts.statements.LIGHTS`: the undertone, empty for
    one not written down and `none` for none, and steps of warmth (up is warmer) where they were judged."""

    light: str
    undertone: str = ""
    warmth: int | None = None


@dataclass(frozen=True)
class Evidence:
    """Everything known of one review.

    `things` begins with the subject. `lit` holds what the walls read as in each light, `terms` how the subject stands
    to what stays, by day and under the lamps, and `suits` how it suits each surface of `prism.palette.use.SURFACES`,
    0-2. `facings` are degrees from north of walls with glass, and `sunny` the parts of a day in which sun falls in;
    None where the room is not known. `decided` is the colour decided, empty for none.
    """

    things: tuple[Thing, ...]
    method: Method
    today: date
    lit: Mapping[str, tuple[Reading, ...]] = field(default_factory=dict)
    terms: Mapping[str, tuple[Terms, Terms | None]] = field(default_factory=dict)
    suits: Mapping[str, int] = field(default_factory=dict)
    parts: Mapping[str, PartPlan] = field(default_factory=dict)
    coats: float | None = None
    facings: tuple[float, ...] | None = None
    sunny: frozenset[str] | None = None
    kelvins: tuple[float, ...] = ()
    decided: str = ""
    looked: frozenset[str] = frozenset()
    seen_there: tuple[SeenThere, ...] = ()
    seen_beside: tuple[SeenBeside, ...] = ()

    @property
    def subject(self) -> Thing:
        return self.things[0]
