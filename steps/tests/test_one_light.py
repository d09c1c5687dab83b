"""Whoever asks for the same room, day, hour and sky gets the same light, on every screen."""

import re

import numpy as np
from django.urls import reverse
from django.utils.html import escape

from jobs.drawn import Drawn, trim_of
from jobs.page import RoomPage
from jobs.queries import of_review
from prism.light.room import SIDES, WALLS
from reviews.context import ReviewContext
from reviews.context.tests.wall import Wall
from reviews.services import move
from steps.light.reads import Light
from studio import demo_station as station
from viewings.queries import day_of

MOMENTS = (("equinox", "12", "overcast"), ("midsummer", "9", "clear"), ("midwinter", "17.5", "clear"))


class OneLight(Wall):
    def test_every_screen_tells_the_same_of_the_same_moment(self):
        for name, room in station.enter(self.isla).items():
            move(self.review, room)
            self.review.refresh_from_db()
            context = ReviewContext(self.review)
            for when, hour, sky in MOMENTS:
                asked = {"when": when, "hour": hour, "sky": sky}
                with self.subTest(name, **asked):
                    light = Light(context, asked).day
                    page = RoomPage(self.isla, room, asked | {"review": str(self.review.pk)}).day
                    looked = day_of(of_review(room.pk), self.review, context.subject.stimulus, asked)
                    for other in (page, looked):
                        np.testing.assert_array_equal(other.day.lux, light.day.lux)
                        np.testing.assert_array_equal(other.lab, light.lab)
                    self.assertEqual((page.asked.moment, looked.asked.moment), (light.asked.moment,) * 2)

    def test_the_picture_shows_what_is_told(self):
        room = station.enter(self.isla)["Library"]
        move(self.review, room)
        day = Light(ReviewContext(self.review), {"when": "equinox", "hour": "12", "sky": "overcast"}).day
        made, t = Drawn(day, trim_of(room)).pictures[1], day.asked.moment
        for wall in day.room.surfaces.keys() ^ set(WALLS):  # walls that are to be painted
            if wall in WALLS:
                mean = made.lab[t, made.side == SIDES.index(wall)].mean(axis=0)
                self.assertLess(np.linalg.norm((mean - day.lab[t, WALLS.index(wall)])[1:]), 2.0, wall)

    def test_the_sentence_of_a_wall_is_the_same_on_light_and_on_the_page_of_its_room(self):
        room = station.enter(self.isla)["Library"]
        move(self.review, room)
        for hour in ("9", "12", "16"):
            asked = {"when": "equinox", "hour": hour, "sky": "clear", "wall": "east"}
            step = self.client.get(reverse("review-step", args=[self.review.pk, "light"]), asked)
            said = re.search(r"At \d+:00 the east wall[^<]+", step.content.decode())[0]
            page = self.client.get(room.get_absolute_url(), asked | {"review": self.review.pk})
            self.assertContains(page, escape(said.replace("&#x27;", "'")))
