"""The demo job: an invented house with its rooms and reviews, to try the studio with."""

from __future__ import annotations

from auditlog.context import set_actor
from django.contrib.auth.models import User
from django.db import transaction

from decks import queries as deck_queries
from decks import services as deck_services
from jobs import station
from jobs.models import Job
from prism import demo
from prism.formats.deck import Entry
from reviews import services as review_services
from reviews.steps.verdict import services as verdict_services
from tinting import queries as tinting_queries
from tinting import services as tinting_services

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


@transaction.atomic
def enter(user: User) -> Job:
    """Enter the demo job with its reviews, for somebody who has the demo makers' decks."""
    with set_actor(user):
        rooms = station.enter(user)
        for code, room, verdict, notes in STARTED:
            review = review_services.start(user, station.colour(user, code))
            verdict_services.write(review, {"verdict": verdict, "notes": notes})
            review_services.move(review, rooms[room])
    return rooms["Library"].job


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
    ours = [one for one in deck if one.maker == deck[0].maker and one.strip][:SAMPLE]
    return [
        Entry(
            line=0, code=one.code, name=one.name, strip=one.strip, step=one.step, lab=one.colour.lab,
            recipe_base=one.recipe.base, recipe=tuple(one.recipe.amounts.items()),
        )
        for one in ours
    ]  # fmt: skip
