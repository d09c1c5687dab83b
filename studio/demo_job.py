"""The demo job: an invented house with its rooms and reviews, to try the studio with."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta
from uuid import uuid4

from auditlog.context import set_actor
from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from decks import queries as deck_queries
from decks import services as deck_services
from jobs.models import Job
from prism import demo
from prism.formats.deck import Entry
from reviews import services as review_services
from reviews.context import ReviewContext
from reviews.models import Review
from reviews.strengths.reads import Strengths, formula_of
from steps import services as step_services
from steps.base import StepRequest
from steps.samples.page import SamplesPage
from steps.verdict import services as verdict_services
from studio import demo_station as station
from tinting import queries as tinting_queries
from tinting import services as tinting_services
from viewings import services as viewing_services
from viewings.services import Decided

MOST_OF_A_MAKER = 1_000
"""Colours of a maker whose deck comes along; denser ones are of no use to try with."""
STARTED = (
    # code, room, verdict, notes; newest last
    ("T04.3", "Lamp room", "", "Hoped to use it lighter: see what becomes of its undertone."),
    ("T06.2", "Stair tower", "", "Darker under the skylight? It looks like nothing in particular as it stands."),
    ("H06.3", "Galley", "", "Wanted beside the limed larch. Look again when the larch sample has come."),
    (
        "T05.4",
        "Library",
        "Not the plain grey it was called. Keep it off the chimney wall, where the glazed brick is warm.",
        "Seen upright by the west window at ten, overcast. The client calls it grey; beside a clean white nobody did.",
    ),
    ("H16.3", "North writers’ room", "", ""),
    ("H16.3", "Galley", "", ""),
    ("H16.3", "Lamp room", "", "In here it is only ever seen in the evening."),
    ("H16.3", "Library", "", ""),
    ("H16.3", "Stair tower", "", ""),
)


Look = tuple[str, dict[str, int], str, str]
"""What is seen at an hour: the undertone, steps by scale, the answer, and words."""
LOOKED: dict[tuple[str, str], dict[str, Look]] = {
    ("H16.3", "North writers’ room"): {
        "best": ("blue", {"hue": 0, "depth": 0, "warmth": -1}, "yes", "As the chip, a little cooler by the window."),
        "worst": (
            "none",
            {"depth": -1, "clearness": -1},
            "again",
            "Nearly grey at noon, and dull. Once more on a bright day?",
        ),
        "evening": ("green", {"warmth": 2, "hue": -1}, "yes", "Green comes up under the lamps; it is quiet enough."),
    },
    ("H16.3", "Galley"): {
        "best": ("blue", {"depth": 0, "hue": -1}, "yes", "Clean beside the tiles."),
        "worst": ("blue", {"warmth": 1, "depth": 1}, "yes", "Paler in the sun, and still blue."),
        "evening": ("green", {"warmth": 1, "hue": -1}, "yes", ""),
    },
}
"""What was seen on walls already, by the code of a colour and the room: each key time by its why."""
CANDIDATE = ("H16.3", "North writers’ room", "T04.3")
PLANNED = ("H16.3", "Stair tower")
"""Of which review the viewings stand ahead, today's among them."""
DECIDED = ("H16.3", "Galley")


@transaction.atomic
def enter(user: User) -> Job:
    """Enter the demo job with its reviews, for somebody who has the demo makers' decks."""
    made = {}
    with set_actor(user):
        rooms = station.enter(user)
        for code, room, verdict, notes in STARTED:
            review = step_services.start(user, station.colour(user, code))
            verdict_services.write(review, {"verdict": verdict, "notes": notes})
            review_services.move(review, rooms[room])
            made[code, room] = review
        _view(user, made)
    return rooms["Library"].job


def _view(user: User, reviews: dict[tuple[str, str], Review]) -> None:
    """Look at boards on walls: some were seen these days and one of those is decided, others are ahead."""
    today = timezone.localdate()
    code, room, other = CANDIDATE
    review_services.shortlist(reviews[code, room], station.colour(user, other))
    for key, looks in LOOKED.items():
        page = SamplesPage(StepRequest(ReviewContext(reviews[key])))
        wanted = replace(page.wanted([reviews[key].colour_id]), decide=today, other=None)
        hours = [hour for hour in wanted.hours if hour.why in looks]
        wanted = replace(wanted, hours=hours)
        for viewing in viewing_services.schedule(user, [wanted], today - timedelta(days=len(looks))):
            undertone, seen, answer, words = looks[viewing.why]
            lamps = viewing.why == "evening"
            viewing_services.log(
                user,
                viewing,
                uuid4(),
                seen,
                answer,
                words,
                viewing.sky or "overcast",
                lamps,
                None,
                viewing.at,
                undertone,
            )
    page = SamplesPage(StepRequest(ReviewContext(reviews[PLANNED])))
    if page.room:
        viewing_services.schedule(user, [page.wanted()], today)
    decided = reviews[DECIDED]
    at = Strengths(ReviewContext(decided))
    what = Decided(
        decided.colour, "It keeps its blue beside the tiles by day. Under the lamps it turns green, and quiet.",
        "eggshell", "the wipeable wall paint", 7.5, formula_of(at, decided.colour),
        {station.colour(user, "H06.3"): "Yellow beside the limed larch under the lamps."},
    )  # fmt: skip
    viewing_services.decide(user, decided, what)


@transaction.atomic
def try_out(user: User) -> Job:
    """Enter the demo job where there may be no decks yet: those of two invented makers come along as the person's own,
    and a tinting system where there is none."""
    entries = demo.deck()
    sizes = {maker: sum(entry.maker == maker for entry in entries) for maker in {entry.maker for entry in entries}}
    wanted = {maker for maker, size in sizes.items() if size <= MOST_OF_A_MAKER}
    there = set(deck_queries.makers(user).values_list("name", flat=True))
    deck_services.load_deck([entry for entry in entries if entry.maker in wanted - there], user)
    if tinting_queries.system_for(user) is None:
        tinting_services.keep_system(user, demo.tint_system())
    return enter(user)


SAMPLE = 120
"""Colours of the small deck that a new studio may try with."""


def sample() -> list[Entry]:
    """Return a small deck of an invented maker, without its name: it goes to the deck that a person names."""
    deck = demo.deck()
    ours = [colour for colour in deck if colour.maker == deck[0].maker and colour.strip][:SAMPLE]
    return [
        Entry(
            line=0, code=colour.code, name=colour.name, strip=colour.strip, step=colour.step, lab=colour.colour.lab,
            recipe_base=colour.recipe.base, recipe=tuple(colour.recipe.amounts.items()),
        )
        for colour in ours
    ]  # fmt: skip
