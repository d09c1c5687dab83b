"""A room: its size, where it lies and how it is turned, windows, lamps, and what its surfaces are."""

from __future__ import annotations

from dataclasses import dataclass, field

from prism.light.sun import Place

WALLS = ("north", "east", "south", "west")
COMPASS = {"north": 0.0, "north-east": 45.0, "east": 90.0, "south-east": 135.0, "south": 180.0, "south-west": 225.0,
           "west": 270.0, "north-west": 315.0}  # fmt: skip
"""Degrees from north, clockwise, of each direction that is named."""
SIDES = ("west", "east", "south", "north", "floor", "ceiling")
"""The six surfaces in the order of the axes: x runs to the east, y to the north, z up."""

Reflectance = tuple[float, ...]


@dataclass(frozen=True)
class View:
    """What stands outside a window: keys of `materials` for the ground and for what stands opposite, and the part of
    the sky that this hides, 0-0.95."""

    ground: str
    opposite: str
    hides: float


OUTSIDE: dict[str, View] = {
    "lawn": View("garden", "trees", 0.10),
    "open": View("grass-dry", "grass-dry", 0.0),
    "trees": View("lawn", "trees", 0.55),
    "brick": View("brick-red", "brick-red", 0.45),
    "courtyard": View("stone-pale", "stone-pale", 0.60),
    "street": View("asphalt", "stone-warm", 0.40),
    "sea": View("sea", "sea", 0.0),
    "snow": View("snow", "snow", 0.05),
    "sand": View("sand", "sand", 0.0),
}


@dataclass(frozen=True)
class Glazing:
    """Light let through straight on, how much less of that towards both ends of the spectrum (iron in float glass),
    and how many panes it has."""

    clear: float
    iron: float
    panes: int


GLAZING: dict[str, Glazing] = {
    "single": Glazing(0.89, 0.010, 1),
    "double": Glazing(0.80, 0.020, 2),
    "low-e": Glazing(0.72, 0.050, 2),
    "triple": Glazing(0.66, 0.065, 3),
    "grey": Glazing(0.42, 0.030, 2),
}

HUNG = ("ceiling", "pendant", "wall", "table")


@dataclass(frozen=True)
class Window:
    """A window in a wall, or a rooflight where `wall` is `ceiling`.

    `width` and `height` (along the room's depth in a ceiling) and `sill` in metres, of the glass; `along` the place of
    its middle from the wall's west or south end, None where windows stand at equal distances; `outside` a key of
    `OUTSIDE`, `hides` the part of the sky hidden where it is another than that of the key; `glazing` a key of
    `GLAZING`.
    """

    wall: str
    width: float
    height: float
    sill: float = 0.9
    along: float | None = None
    outside: str = "lawn"
    hides: float | None = None
    glazing: str = "double"

    @property
    def hidden(self) -> float:
        """The part of the sky that what stands outside hides."""
        return OUTSIDE[self.outside].hides if self.hides is None else self.hides


@dataclass(frozen=True)
class Lamp:
    """`count` lamps of one sort: colour temperature, lumens of each at full, kind, colour rendering index, the part of
    full light they burn at, and where they hang."""

    kelvin: float = 2_700.0
    lumens: float = 800.0
    count: int = 1
    kind: str = "led"
    rendering: float = 80.0
    dimmed: float = 1.0
    hung: str = "ceiling"


@dataclass(frozen=True)
class Fixed:
    """Something that stays: its reflectance (31 fractions), its area in m², and which side of the room it covers."""

    name: str
    reflectance: Reflectance
    area: float
    on: str = "floor"


@dataclass(frozen=True)
class Room:
    """A room as light finds it.

    `width` (west to east), `depth` (south to north) and `height` in metres, before it is turned clockwise by `turn`
    degrees; `storey` 0 on the ground; `surfaces` by the names of `SIDES`: 31 fractions, None or absent where the tried
    colour goes. `correction` is by how much a meter found the room brighter than this says; `furnishing` a key of
    `prism.light.furnishing.FURNISHINGS`.
    """

    place: Place
    width: float
    depth: float
    height: float
    rotation_deg: float = 0.0
    windows: tuple[Window, ...] = ()
    lamps: tuple[Lamp, ...] = ()
    surfaces: dict[str, Reflectance | None] = field(default_factory=dict)
    fixed: tuple[Fixed, ...] = ()
    storey: int = 0
    correction: float = 1.0
    furnishing: str = "bare"

    @property
    def size(self) -> tuple[float, float, float]:
        """Width, depth, height, metres."""
        return self.width, self.depth, self.height

    def facing(self, wall: str) -> float:
        """Return which way one looks out through a wall, degrees from north, clockwise."""
        return (WALLS.index(wall) * 90.0 + self.rotation_deg) % 360.0

    def area(self, side: str) -> float:
        """Return the area of one of the `SIDES`, m², windows included."""
        if side in ("floor", "ceiling"):
            return self.width * self.depth
        return self.height * (self.width if side in ("north", "south") else self.depth)
