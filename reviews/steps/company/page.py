"""The Company step as its template needs it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from urllib.parse import urlencode

from django.utils.safestring import SafeString

from prism import words
from prism.company.scheme import Place, Scheme
from prism.company.use import Suits
from prism.school.checks import CHARACTERS
from reviews.bench import Held
from reviews.bench.rests_on import RestsOn, rests_on
from reviews.drawings.ladder import ladder_of
from reviews.models import KeptScheme
from reviews.steps.base import Visit
from reviews.steps.company import drawings
from reviews.steps.company.fabrics import Fabrics
from reviews.steps.company.proportions import SURFACES, Proportions
from reviews.steps.company.schemes import LOCKABLE, Schemes
from reviews.steps.company.uses import Uses

PARTS = ("", "fabric", "proportions", "use")
"""The parts of the step, as its address names them."""
SPLITS = ("70/30", "80/20", "60/30/10")


@dataclass(frozen=True)
class Line:
    """A place of the scheme: the place, its colour, what is said of it, where it is held or let go, and its
    runners-up with the addresses that put them there."""

    place: Place
    held: Held | None
    title: str
    score: str
    reasons: str
    weakest: str
    hold: str
    let_go: str
    swaps: list[tuple[Held, str]]


@dataclass(frozen=True)
class Row:
    """A scheme among others: its title, its boards as (screen value, title), and where it is looked at."""

    title: str
    boards: list[tuple[str, str]]
    href: str
    kept: KeptScheme | None = None


class CompanyPage:
    """What the Company step of one review shows."""

    def __init__(self, visit: Visit) -> None:
        self._bench, self.query, self.notice = visit.bench, visit.query, visit.notice
        self.part = visit.show if visit.show in PARTS else ""
        self.at = Schemes(visit.bench, visit.query)
        self._subject = visit.bench.subject

    @property
    def parts(self) -> list[tuple[str, str, bool]]:
        """The parts with their addresses, and which is shown."""
        return [(words.COMPANY_PARTS[key], self._show(key), key == self.part) for key in PARTS]

    def _show(self, part: str) -> str:
        return f"?{urlencode({k: v for k, v in (dict(self.query) | {'show': part}).items() if v})}"

    def link(self, **changes: str) -> str:
        """Return the address of the same part with other parameters."""
        asked = dict(self.query) | changes
        return f"?{urlencode({k: v for k, v in asked.items() if v})}"

    # --- schemes ---

    @property
    def characters(self) -> list[tuple[str, str, bool]]:
        """The characters with their addresses, and which is looked at; what is settled is of one scheme alone."""
        fresh = dict.fromkeys(LOCKABLE, "")
        return [
            (words.capital(words.CHARACTERS[key]), self.link(character=key, **fresh), key == self.at.character)
            for key in CHARACTERS
        ]

    @cached_property
    def scheme(self) -> Scheme | None:
        """The scheme that is looked at."""
        return self.at.scheme

    @property
    def sentence(self) -> str:
        """What is said of it."""
        if self.scheme is None:
            return words.scheme_lacks(self.at.character, words.listed(self.at.unknown))
        if len(self.scheme.places) == 1:
            return words.NO_COMPANIONS
        return words.scheme_title(self.scheme.character, self.scheme.score)

    @property
    def waits(self) -> str:
        """Whether the colour is told to wait for the real fabrics."""
        chroma = float((self._subject.reading.lab[1] ** 2 + self._subject.reading.lab[2] ** 2) ** 0.5)
        least = self._subject.school.company.saturated
        return words.waits_for_fabrics(self._subject.name, chroma, least) if chroma >= least else ""

    @cached_property
    def lines(self) -> list[Line]:
        """Its places in order."""
        return [self._line(place) for place in self.scheme.places] if self.scheme else []

    def _line(self, place: Place) -> Line:
        rows = [*([place.row] if place.row >= 0 else []), *place.runners_up]
        held = self.at.held(rows)
        own = held[0] if place.row >= 0 else None
        runners = held[1:] if own else held
        reasons = words.place_reasons(place)
        if place.name == "trim" and place.row == self.at.pinned:
            reasons = [words.TRIM_OF_HOME]
        return Line(
            place,
            own,
            words.capital(words.PLACES[place.name]),
            words.number(10 * place.score),
            words.sentence("; ".join(reasons)),
            words.place_weakest(place),
            self.link(**{place.name: str(own.colour.pk)}) if own else "",
            self.link(**{place.name: ""}),
            [(one, self.link(**{place.name: str(one.colour.pk)})) for one in runners],
        )

    @property
    def ladder(self) -> SafeString:
        """How deep the colours of the scheme are."""
        return ladder_of(self._subject, [line.held for line in self.lines if line.held])

    @property
    def without_dark(self) -> tuple[str, str]:
        """What leaves the dark trim out or takes it up again: the words and the address."""
        if self.at.without:
            return words.WITH_DARK, self.link(without="")
        return words.WITHOUT_DARK, self.link(without="dark", dark="")

    @property
    def decks(self) -> list[tuple[str, str, bool]]:
        """The decks to choose from, each with what takes it up or leaves it out."""
        chosen, found = self.at.chosen_makers, []
        for maker in self.at.makers:
            toggled = chosen ^ {maker.pk}
            every = len(toggled) in (0, len(self.at.makers))
            found.append(
                (maker.name, self.link(decks="" if every else ",".join(map(str, sorted(toggled)))), maker.pk in chosen)
            )
        return found

    @property
    def others(self) -> list[Row]:
        """The schemes of the other characters."""
        fresh = dict.fromkeys(LOCKABLE, "")
        return [
            Row(
                words.scheme_title(one.character, one.score),
                self._boards(one),
                self.link(character=one.character, show="", **fresh),
            )
            for one in self.at.others
        ]

    def _boards(self, one: Scheme) -> list[tuple[str, str]]:
        rows = [place for place in one.places if place.row >= 0]
        held = self.at.held([place.row for place in rows])
        return [(h.colour.screen, f"{words.PLACES[place.name]}: {h.name}") for place, h in zip(rows, held, strict=True)]

    @cached_property
    def kept(self) -> list[Row]:
        """The schemes that were kept."""
        return [
            Row(
                one.title,
                [
                    (place.colour.screen, f"{words.PLACES[place.place]}: {self._named(place.colour.name)}")
                    for place in one.places.all()
                    if place.place != "subject"
                ],
                "?"
                + urlencode(
                    {"character": one.character}
                    | {place.place: place.colour_id for place in one.places.all() if place.place != "subject"}
                ),
                one,
            )
            for one in self.at.kept
        ]

    def _named(self, name: str) -> str:
        return name if self._bench.review.names_shown else ""

    # --- from the fabric ---

    @cached_property
    def fabrics(self) -> Fabrics:
        """What stays, and what belongs to it."""
        return Fabrics(self._bench, self.at, self.query)

    @property
    def stays(self) -> list[tuple[SafeString, str, str]]:
        """What stays: its board, its name, and how the subject stands to it."""
        return [
            (drawings.strands(one.strands), one.element.name, words.belongs(self._subject.name, one.element.name, how))
            for one, how in zip(self.fabrics.stays, self.fabrics.own, strict=True)
        ]

    @property
    def told(self) -> list[str]:
        """What is thought alike and is not."""
        stays = self.fabrics.stays
        return [
            words.fabrics_differ(
                stays[t.first].element.name, stays[t.second].element.name, t.delta_e, t.finding,
                stays[t.first].fabric.main.lrv,
            )
            for t in self.fabrics.told
        ]  # fmt: skip

    @property
    def belonging(self) -> list[tuple[Held, list[str], str]]:
        """The paints by how they belong: each with its scores, and to how many it belongs."""
        return [
            (held, [words.number(10 * score) for score in scores], str(words.belongs_count(scores)))
            for held, scores in self.fabrics.ranked
        ]

    @property
    def fabric_sentence(self) -> str:
        """Which paint belongs to most."""
        if not self.fabrics.stays:
            return words.NO_FABRICS
        if not self.fabrics.ranked:
            return words.NO_CANDIDATES
        held, scores = self.fabrics.ranked[0]
        least = self.fabrics.stays[min(range(len(scores)), key=scores.__getitem__)].element.name
        return words.belongs_to_most(held.name, words.belongs_count(scores), len(scores), least)

    @property
    def of_choices(self) -> list[tuple[str, str, bool]]:
        """What is ranked: the decks or the shortlist."""
        listed = self.fabrics.from_shortlist
        return [
            (words.OF_DECKS, self.link(of=""), not listed),
            (words.OF_SHORTLIST, self.link(of="shortlist"), listed),
        ]

    # --- proportions ---

    @cached_property
    def proportions(self) -> Proportions:
        """How much of each colour there is."""
        return Proportions(self._bench, self.at, self.query)

    @property
    def area_map(self) -> SafeString:
        """The colours as areas."""
        shares = self.proportions.shares
        screens = {one.name: one.screen for one in self.proportions.covered}
        items = [(screens[name], share, words.share_said(name, share)) for name, share in shares]
        return drawings.areas(items, words.AREAS_LABEL, "; ".join(title for _, _, title in items))

    @property
    def surfaces(self) -> list[tuple[str, str, str, str]]:
        """The surfaces that are painted: key, name, area, and which place is on each."""
        at = self.proportions
        return [
            (key, words.surface_name(key), words.area_said(at.areas[key]), at.on[key])
            for key in SURFACES
            if at.areas.get(key, 0) > 0
        ]

    @property
    def unpainted(self) -> list[str]:
        """The surfaces that have no area."""
        areas = self.proportions.areas
        return [words.no_surface(words.surface_name(key)) for key in SURFACES if areas and not areas.get(key, 0)]

    @property
    def place_choices(self) -> list[tuple[str, str]]:
        """The places that a surface may be of."""
        return [(key, words.PLACES_SHORT[key]) for key in self.proportions.places]

    @property
    def splits(self) -> list[tuple[str, str]]:
        """Splits to choose from, with the addresses that divide the surfaces so."""
        fresh = {f"on-{surface}": "" for surface in SURFACES}
        return [(split, self.link(split=split, **fresh)) for split in SPLITS]

    @property
    def kept_query(self) -> list[tuple[str, str]]:
        """What the forms of this part carry along: all that is asked but what they ask themselves."""
        own = {"split", *(f"on-{surface}" for surface in SURFACES)}
        return [("show", "proportions"), *((k, v) for k, v in self.query.items() if k not in own and k != "show")]

    @property
    def key(self) -> list[tuple[str, str]]:
        """The colours of the drawing with their shares."""
        return [(name, f"{words.number(100 * share, 0)} %") for name, share in self.proportions.shares]

    @property
    def split_problem(self) -> str:
        """What is wrong with the split that was typed."""
        wrong = self.proportions.split_problem
        if wrong is None:
            return ""
        return words.SPLIT_FORM if wrong.total is None else words.split_wrong(wrong.total)

    @property
    def proportion_lines(self) -> list[str]:
        """Shares, the split they are nearest to, warm against cool, and repetition."""
        at, school = self.proportions, self._subject.school
        if not at.shares:
            return [words.NO_SURFACES if self.at.room else words.NO_COMPANIONS]
        from_real = [] if at.areas else [words.NO_SURFACES if self.at.room else words.NO_ROOM_SURFACES]
        lines = [words.shares_said([(name, 100 * share) for name, share in at.shares[:4]], *at.nearest)]
        if at.fit:
            lines.append(words.fit_said(at.fit))
        lines.append(words.sides_said(at.sides, school.company.uneven))
        if at.areas:
            lines.append(words.repeats_said(self._subject.name, at.repeats, school.company.repeats))
        return [*lines, *([self.waits] if self.waits else []), *from_real]

    # --- use ---

    @cached_property
    def uses(self) -> Uses:
        """Where it may go."""
        return Uses(self._bench, self.at, self.query)

    @property
    def use_lines(self) -> list[tuple[str, str, str, str]]:
        """Every surface: its name, how the colour suits it as a mark and in a word, and why."""
        marks = {Suits.SUITS: "full", Suits.WITH_CARE: "half", Suits.NO: "empty"}
        return [
            (
                words.capital(one.surface),
                marks[one.suits],
                words.SUITS[one.suits],
                words.sentence("; ".join(words.use_why(reason) for reason in one.reasons)),
            )
            for one in self.uses.uses
        ]

    @property
    def use_sentence(self) -> str:
        """In how many places it suits, and where it does not."""
        found = self.uses.uses
        return words.use_summary(self._subject.name, [(one.surface, int(one.suits)) for one in found])

    @property
    def outside_lines(self) -> list[str]:
        """What it looks like outdoors, beside frames, and beside the brick or stone that was chosen."""
        lrv, gap = self._subject.reading.lrv, self._subject.school.trim_gap
        lines = [words.outdoors_said(self._subject.name, self.uses.outdoors)]
        lines += [words.frames_said(kind, abs(lrv - own), gap) for kind, own in words.FRAMES.items()]
        if self.uses.beside:
            name, pair = self.uses.beside
            lines.append(words.pairing_said(name, pair.terms, pair.level, pair.lrv, pair.size))
        return lines

    @property
    def limit_asked(self) -> str:
        """What limit is asked for."""
        return words.LIMIT_ASKED

    @property
    def limit_problem(self) -> str:
        """What is wrong with the limit that was typed."""
        return words.LIMIT_WRONG if self.uses.limit_wrong else ""

    @property
    def cautions(self) -> list[str]:
        """The cautions that apply."""
        return [words.CAUTIONS[key] for key in self.uses.cautions]

    @property
    def rests_on(self) -> list[RestsOn]:
        """The figures of the school that what is said here rests on."""
        paths = {
            "": (f"company.{self.at.character}", "company.steps", "company.weights", "company.apart"),
            "fabric": ("trim.gap", "undertone.strength_edges", "difference.edges"),
            "proportions": ("company.uneven", "company.repeats", "company.saturated"),
            "use": (
                "use.whole_home", "use.accent_below", "use.ceiling", "use.clear", "use.large_room", "use.floor_shows",
                "trim.gap", "whites.glare_lrv", "cautions.dark_outside",
            ),
        }[self.part]  # fmt: skip
        return rests_on(self._bench.review, paths)
