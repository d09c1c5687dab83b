"""What a client is given of a room: each part from the decision, the room and what was seen."""

import re

from django.urls import reverse

from documents.document import Document
from documents.drawings import LEAST, WIDTH, proportions
from documents.pdf import html_file
from jobs.models import Finish
from people.queries import studio_of
from reviews import services
from reviews.context.tests.wall import Wall
from reviews.models import Review
from steps import services as step_services
from studio import demo_station as station
from tinting.tests import world
from viewings import services as viewing_services
from viewings.services import Decided


class Consultations(Wall):
    def setUp(self):
        super().setUp()
        self.rooms = station.enter(self.isla)
        services.move(self.review, self.rooms["Library"])

    def section(self, key):
        return Document(Review.objects.get(pk=self.review.pk)).section(key)

    def test_each_colour_is_as_wide_as_its_share_and_never_too_narrow_for_its_word(self):
        drawn = proportions([("#d6dfdd", "Walls", 38.0), ("#f2ecdd", "Woodwork", 11.6), ("#202020", "Door", 0.4)])
        walls, woodwork, door = (float(width) for width in re.findall(r'<rect [^>]*width="([\d.]+)"', drawn))
        self.assertAlmostEqual(walls + woodwork + door, WIDTH, delta=3)
        self.assertAlmostEqual(walls / woodwork, 38.0 / 11.6, delta=0.05)
        self.assertGreater(door, 0.8 * LEAST * WIDTH)
        self.assertIn('fill="#ffffff">Door', drawn)
        self.assertIn('fill="#161616">Walls', drawn)

    def test_the_colours_are_those_of_the_rooms_sheet_with_whole_cans(self):
        walls, trim, *_ = self.section("colours").section.rows
        self.assertEqual(walls.cells[:3], ("Walls", "Pintle Blotter H16.3", "matt"))
        self.assertEqual(walls.under, "Haaf Colourmen")
        self.assertRegex(walls.cells[3], r"^\d\s×\s[\d.]+\sm?L( and \d\s×\s[\d.]+\sm?L)*$")
        self.assertEqual(trim.cells[3], "existing, stays")
        coats = {row.cells[0]: row.cells[3] for row in self.section("painter").section.rows}
        self.assertEqual(coats, {"Walls": "2", "Ceiling": "2", "Doors": "2"})  # the woodwork stays as it is

    def test_one_of_two_for_the_same_walls_is_shown_on_them_and_not_the_other(self):
        other = step_services.start(self.isla, world.colour("T05.4"))
        services.move(other, self.rooms["Library"])  # reviewed last, and so on the walls of the whole home
        for review in (self.review, other):
            colours = Document(Review.objects.get(pk=review.pk)).section("colours").section
            walls = colours.rows[0]
            self.assertEqual(walls.cells[:2], ("Walls", f"{review.colour.name} {review.colour.code}"))
            self.assertEqual(walls.screen, review.colour.stimulus.screen)
            self.assertIn(f'fill="{walls.screen}"', colours.drawing)
        viewing_services.decide(self.isla, other, Decided(other.colour, "it is calmer", "matte", litres=5.0))
        self.assertEqual(
            self.section("verdict").lines[0],
            f"For the walls of the Library we chose {other.colour.name}. This page shows Pintle Blotter, which we "
            "considered too.",
        )

    def test_the_door_in_its_own_colour_stands_in_the_field(self):
        dark = world.colour("H03.2")
        Finish.objects.create(room=self.rooms["Library"], part=Finish.Part.DOORS, colour=dark)
        drawn = self.section("colours").section.drawing
        self.assertIn("Doors", drawn)
        self.assertIn(dark.stimulus.screen, drawn)

    def test_it_says_what_was_decided_why_and_against_what(self):
        self.assertIn("not decided yet", self.section("verdict").lines[0])
        agreed = Decided(self.review.colour, "it holds in the evening", "matte", litres=5.0)
        viewing_services.decide(self.isla, self.review, agreed)
        said = self.section("verdict").lines
        self.assertEqual(said[0], "We recommend Pintle Blotter for the walls of the Library, in matt.")
        self.assertIn("It holds in the evening.", said)
        self.assertIn(
            "This colour clashes with the glazed-brick chimney, and probably with the sailcloth blinds.", said
        )
        self.assertLessEqual(len(" ".join(said).split()), 120)

    def test_three_hours_are_drawn_by_day_in_order_and_then_under_the_lamps(self):
        look = self.section("look")
        titles = [one.title for one in look.section.pictures]
        self.assertEqual(len(titles), 3)
        self.assertTrue(titles[-1].endswith("under your lamps"), titles)
        hours = [int(title.split(":")[0]) for title in titles[:-1]]
        self.assertEqual(hours, sorted(hours))
        for picture, said in look.pictured:
            self.assertTrue(picture.in_place.startswith("data:image/jpeg;base64,"))
            self.assertEqual(self.client.get(picture.address)["Content-Type"], "image/png")
            self.assertRegex(said, r"^The \w+ wall ")

    def test_others_are_as_deep_as_the_colour_or_those_that_were_listed(self):
        own = self.review.colour.lrv
        near = self.section("others").section.pairs
        self.assertTrue(2 <= len(near) <= 4)
        guide = {held.name: held.reading.lrv for held in self.context().set.guide}
        self.assertTrue(all(abs(guide[pair.name] - own) <= 8 for pair in near))
        listed = world.colour("T05.4")
        services.shortlist(self.review, listed)
        self.assertEqual([pair.name for pair in self.section("others").section.pairs], [listed.name])

    def test_without_a_room_it_says_what_it_can(self):
        services.move(self.review, None)
        made = Document(Review.objects.get(pk=self.review.pk))
        self.assertEqual([one.section.key for one in made.first], ["verdict", "colours", "next", "others"])
        self.assertIn("the walls. It is not decided yet.", made.section("verdict").lines[0])

    def test_one_file_fetches_nothing_and_says_the_same(self):
        made = Document(Review.objects.get(pk=self.review.pk))
        page = html_file(made, studio_of(self.isla))
        self.assertEqual(
            [one for one in re.findall(r'(?:src|href)="([^"]*)"', page) if not one.startswith("data:")], []
        )
        self.assertNotIn("<script", page)
        for given in made.first:
            for line in given.lines:
                self.assertIn(line.replace("’", "’"), page.replace("&#x27;", "'"))
        answer = self.client.get(reverse("review-document-html", args=[self.review.pk]))
        self.assertIn("attachment", answer["Content-Disposition"])
