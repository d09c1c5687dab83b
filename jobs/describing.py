"""A room made from a sentence: what is wrong with it, and the keeping of it."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from django import forms
from django.contrib.auth.models import User
from django.db import transaction

from decks import queries as deck_queries
from jobs.models import Job, Room
from jobs.services import keep_job, keep_room
from jobs.towns import named_town
from prism import messages, words
from prism.light import checks, towns
from prism.light.described import LONGEST, Described, DescribedError, described
from prism.light.materials import library
from prism.light.room import Room as LitRoom
from prism.light.sun import Place
from prism.messages.habits import current
from web.forms import plain

NOWHERE = Place(0.0, 0.0, "UTC")


class DescribeForm(forms.Form):
    """A room in a sentence; `room` and `place` hold what it says once the form is valid."""

    text = forms.CharField(
        label="Describe a room", max_length=LONGEST, error_messages={"required": words.rooms.DESCRIBE_NEEDED},
        widget=plain(placeholder=words.rooms.ROOM_IN_WORDS, autocomplete="off"),
    )  # fmt: skip
    room: Described

    def __init__(self, data: Any, user: User) -> None:
        super().__init__(data, auto_id="describe-%s")
        self._user = user
        self.town = ""
        self.place: Place | None = None

    def clean_text(self) -> str:
        """Read the sentence. Raises `ValidationError`, which names the piece that is wrong."""
        text: str = self.cleaned_data["text"]
        try:
            self.room = described(text, current().is_us, self._is_colour)
            if self.room.town:
                self.town, self.place = named_town(self.room.town)
        except DescribedError as wrong:
            raise forms.ValidationError(words.rooms.described_wrong(wrong)) from None
        except towns.UnknownTownError as wrong:
            raise forms.ValidationError(messages.rooms.town_unknown(self.room.town, wrong.near)) from None
        width, depth, height = self.room.size
        room = LitRoom(NOWHERE, width, depth, height, windows=self.room.windows, lamps=self.room.lamps)
        for _, message in checks.faults(room):
            raise forms.ValidationError(message)
        return text

    def _is_colour(self, text: str) -> bool:
        return len(deck_queries.named(self._user, text)) == 1

    def remarks(self, job: Job) -> str:
        """Say what was supposed and what was not understood; and which place counts, where the job has another."""
        elsewhere = bool(self.town and job.town and job.town != self.town)
        return words.rooms.described_text(
            self.room.supposed, self.room.unread, job.town if elsewhere else "", self.town
        )


@transaction.atomic
def keep_described(by: User, job: Job | None, form: DescribeForm) -> Room:
    """Keep the room of a sentence, in a job of its own where none is given; the sentence's place becomes that of a job
    that has none."""
    described, place = form.room, form.place
    name = described.name or words.rooms.A_ROOM
    job = job or keep_job(by, Job(), {"title": words.rooms.job_of_room(name, described.town)})
    if place and job.latitude is None:
        at = {"latitude": place.latitude, "longitude": place.longitude, "zone": place.zone}
        keep_job(by, job, {"town": form.town, **at})
    taken = set(job.rooms.filter(deleted=None).values_list("name", flat=True))
    width, depth, height = described.size
    room = Room(
        job=job, name=name if name not in taken else words.rooms.copy_of_room(name, taken), width=width, depth=depth,
        height=height, rotation_deg=described.rotation_deg,
    )  # fmt: skip

    def coat(material: str) -> dict[str, Any]:
        if material in library():
            return {"material": material}
        return {"colour": deck_queries.one_named(by, material)}

    return keep_room(
        by, room, {},
        {
            "windows": [asdict(window) for window in described.windows],
            "lamps": [asdict(lamp) | {"dimmed": lamp.dimmed * 100} for lamp in described.lamps],
            "surfaces": [{"side": side, **coat(material)} for side, material in described.surfaces.items()],
            "elements": [
                {"kind": kept.kind, "name": kept.name[:80], "area": kept.area, "on": kept.on, **coat(kept.material)}
                for kept in described.stays
            ],
        },
    )  # fmt: skip
