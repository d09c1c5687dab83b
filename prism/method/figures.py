"""Every figure and word of one method."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from prism.conversion import SHAPES, doubts
from prism.method.scales import HueScale, Scale
from prism.neutral import WorkingNeutral
from prism.spectrum import Array
from prism.stimulus import Stimulus
from prism.surety import Thresholds

LRV_STATED = "screen-lrv"
"""The kind of source whose lightness is surer than its hue."""


ANY_CHROMA = (0.0, float("inf"))


@dataclass(frozen=True)
class FamilyRule:
    """One family: half-open ranges of LRV, chroma C*ab, hue (degrees), undertone strength, and undertone hues.

    A word may count as that of another family, or of a hue: that is what it is found under and judged by.
    """

    word: str
    lrv: tuple[float, float] = (0, 101)
    chroma: tuple[float, float] = ANY_CHROMA
    hue: tuple[float, float] = (0, 360)
    strength: tuple[float, float] = (0, float("inf"))
    undertone: tuple[str, ...] = ()
    counts_as: str = ""

    @property
    def base(self) -> str:
        return self.counts_as or self.word


@dataclass(frozen=True)
class LightRules:
    """How a method judges paint in rooms.

    `room` and `metered` ΔE00 that a computed light adds to what is unsure of a colour, without and with a meter's
    reading; a wall is `bright` or `dim` from and under so many lux; LRV above which a bright wall washes out, and below
    which a dim one gets heavy, or dingy; and what practice says of rooms that face away from the sun, toward it, east
    and west.
    """

    room: float
    metered: float
    bright: float
    dim: float
    washes_above: float
    heavy_below: float
    dingy_below: float
    away: str
    toward: str
    east: str
    west: str


@dataclass(frozen=True)
class WhiteRules:
    """How a method judges whites: LRV from which a clean one glares on large surfaces, Lab units of warmth within which
    one is clean, and ΔE00 below which two that are not the same look like a mistake."""

    glare_lrv: float
    clean_within: float
    near_miss: float


@dataclass(frozen=True)
class PaletteRules:
    """How a method puts colours together.

    `shares` of a scheme by character, per cent: subject, paler, middle, accent, light trim, dark trim; `steps` LRV
    points to the paler one at least, to the middle one and to the accent; `weights` of depth, direction and strength
    in a score; `apart` ΔE00 between colours of a scheme; `uneven` per cent that warm or cool must have of both;
    `repeats` how often a wall colour appears again; `saturated` C*ab from which a colour waits for the fabrics.
    """

    shares: dict[str, tuple[float, ...]]
    steps: tuple[float, ...]
    weights: tuple[float, ...]
    apart: float
    uneven: float
    repeats: float
    saturated: float


@dataclass(frozen=True)
class UseRules:
    """Where a method lets a colour go: LRV from which it suits the walls of a `whole_home`, below which it is an
    accent, below which a `ceiling` comes down; C*ab from which a large surface is a statement (`clear`); m² of a
    `large_room`; and LRV between which a floor shows neither dust nor dirt."""

    whole_home: float
    accent_below: float
    ceiling: float
    clear: float
    large_room: float
    floor_shows: tuple[float, ...]


@dataclass(frozen=True)
class ContrastRules:
    """What contrast people are said to need: LRV `points`, Michelson contrast of `large` and of `small` things, `weber`
    contrast of signs."""

    points: float
    large: float
    small: float
    weber: float


@dataclass(frozen=True)
class PaintRules:
    """How paint is reckoned: `coats`, and m² that a litre covers once."""

    coats: float
    spreading: float


@dataclass(frozen=True)
class Method:
    """Every figure and word of one method.

    `lists` short lists of undertones by family; `never_passive` families that always have one; `grey_counts` whether
    grey is itself called an undertone; `relative` whether temperature exists only beside another colour; `trim_gap`
    LRV points between wall and trim for an edge to show; `crown` the sheen of crown moulding; `lean_from` Lab units of
    warmth from which a neutral temperature is said to lean; `estimate_doubt` ΔE00 that an estimated recipe adds for
    each 25 % of change, from Lab alone and from a spectrum; `dark_outside` LRV below which heat outdoors is warned of;
    `whites` how whites are, and `light` how paint in rooms is judged; `palette`, `use`, `contrast` and `paint` how
    colours are put together, where they go, what people need and how much is bought; `claims` how sure a statement
    must be.
    """

    key: str
    title: str
    summary: str
    depth: Scale
    neutral: WorkingNeutral
    undertone: HueScale
    undertone_strength: Scale
    second_within: float
    temperature: Scale
    temperature_axis: float
    lean_from: float
    uncertainty: dict[str, float]
    difference: Scale
    readable: tuple[float, float]
    same_depth: float
    white_lrv: float
    white_chroma: float
    families: tuple[FamilyRule, ...]
    hue_family: HueScale
    clear_from: float
    lists: dict[str, HueScale]
    never_passive: tuple[str, ...]
    grey_counts: bool
    relative: bool
    trim_gap: float
    crown: str
    estimate_doubt: tuple[float, float]
    dark_outside: float
    whites: WhiteRules
    light: LightRules
    palette: PaletteRules
    use: UseRules
    contrast: ContrastRules
    paint: PaintRules
    claims: Thresholds
    explains: tuple[str, ...]

    def __hash__(self) -> int:
        return hash((self.key, self.title))

    def hues_for(self, family: str) -> HueScale:
        """Return the undertones that may be named for a family: all, or the method's short list for it."""
        return self.lists.get(family, self.undertone)

    @property
    def just_seen(self) -> float:
        """ΔE00 from which two colours are no longer the same to the eye."""
        return self.difference.edges[0]

    @property
    def plainly_seen(self) -> float:
        """ΔE00 from which a difference is plain rather than small."""
        return self.difference.edges[1]

    @property
    def known_before(self) -> float:
        """ΔE00 up to which a difference is seen only by somebody who knew the colour before."""
        return self.difference.edges[2]

    @property
    def far_from(self) -> float:
        """ΔE00 from which two colours are far apart: nobody takes one for the other."""
        return self.difference.edges[-1]

    @property
    def temperate(self) -> tuple[str, float, float]:
        """The word for a temperature that is neither warm nor cool, and the bounds of its band, Lab units."""
        word = self.temperature.word(0.0)
        return word, *self.temperature.bounds(word)

    @property
    def passive_below(self) -> float:
        """Undertone strength under which a colour could go any way."""
        return self.undertone_strength.edges[0]

    def doubt(self, colour: Stimulus) -> float:
        """Return the uncertainty of a colour, ΔE00: that of its source, or of its own readings if they are worse."""
        stated = self.uncertainty[colour.provenance]
        if colour.provenance in SHAPES:
            stated = float(self.doubts(colour.provenance, colour.lab)[0])
        return max(stated, colour.spread or 0.0)

    def doubts(self, provenance: str, lab: ArrayLike) -> Array:
        """Return the uncertainty of colours of one kind of source by their Lab (n, 3), ΔE00, (n,)."""
        return doubts(provenance, self.uncertainty[provenance], lab)

    def lightness_doubt(self, colour: Stimulus) -> float:
        """Return the uncertainty of a colour's lightness, counted as `doubt` is: less where its LRV was stated."""
        doubt = self.doubt(colour)
        return min(doubt, self.claims.stated_lightness) if colour.provenance == LRV_STATED else doubt

    def lightness_doubts(self, provenance: str, lab: ArrayLike) -> Array:
        """Return the same for colours of one kind of source, (n,)."""
        doubts = self.doubts(provenance, lab)
        return np.minimum(doubts, self.claims.stated_lightness) if provenance == LRV_STATED else doubts

    def warm_axis(self) -> Array:
        """Return the unit vector of warmth in the a*, b* plane, shape (2,)."""
        angle = np.radians(self.temperature_axis)
        return np.array([np.cos(angle), np.sin(angle)])
