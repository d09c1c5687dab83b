"""A room's day that is asked for again is not computed again, and is another as soon as anything of it is."""

from datetime import UTC, datetime
from unittest import mock

from decks.tests import world
from jobs.contents import day_in, element_boards
from jobs.lighting import Board
from prism import method
from prism.stimulus import from_lab
from studio import demo_station as station

GREY, GREEN = from_lab((70, 0, 2)), from_lab((70, -6, 4))
WALL, SHORT = method.load(), method.load("short-lists")


class Kept(world.Studio):
    def setUp(self):
        super().setUp()
        self.room = station.enter(self.isla)["Library"]

    def day(self, paint=GREY, chosen=WALL, query=None, boards=()):
        return day_in(self.room, paint, chosen, chosen.neutral, {"when": "equinox"} | (query or {}), boards)

    def test_asked_for_again_it_is_the_same(self):
        self.assertIs(self.day(), self.day())
        self.assertIs(self.day(boards=[Board("Tern", "#ccc", GREY)]), self.day(boards=[Board("Tern", "#ccc", GREY)]))

    def test_with_anything_else_it_is_another(self):
        first = self.day()
        others = [
            self.day(paint=GREEN), self.day(chosen=SHORT), self.day(query={"hour": "9"}),
            self.day(query={"sky": "overcast"}), self.day(query={"when": "midwinter"}),
            self.day(query={"kelvin": "4000"}), self.day(boards=element_boards(self.room)),
        ]  # fmt: skip
        self.room.used_until = 18.0
        others.append(self.day())
        self.room.windows.update(width=0.5)
        self.room = type(self.room).objects.get(pk=self.room.pk)
        others.append(self.day())
        self.assertEqual(len({id(day) for day in (first, *others)}), 1 + len(others))
        self.assertNotAlmostEqual(float(first.day.lux.max()), float(others[-1].day.lux.max()), places=0)

    def test_today_is_another_day_tomorrow(self):
        seen = []
        for day in (20, 21):
            now = datetime(2026, 6, day, 12, tzinfo=UTC)
            with mock.patch("jobs.lighting.timezone.now", return_value=now):
                seen.append(self.day(query={"when": "today"}))
        self.assertEqual([each.date.day for each in seen], [20, 21])
