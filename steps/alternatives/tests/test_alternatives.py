"""Place: brackets, wishes, and the shortlist."""

from django.urls import reverse

from decks import services as deck_services
from prism.stimulus import from_lab
from reviews.context.tests.wall import Wall
from reviews.models import Review
from steps import services as step_services
from tinting.tests import world


class Placing(Wall):
    def test_a_wish_is_answered_shortlisted_and_ordered(self):
        page = self.get("alternatives", ask="like this but a bit warmer")
        self.assertContains(page, "the closest first")
        found = [one.held.colour for one in page.context["page"].answers]
        for colour in found[:3]:
            self.post("shortlist", colour=colour.pk, ask="warmer")
        self.post("shortlist", colour=found[0].pk)
        self.assertEqual([one.colour for one in self.review.shortlist.all()], found[:3])
        self.post("shortlist", colour=found[2].pk, act="to", to="2")
        self.post("shortlist", colour=found[0].pk, act="to", to="1")
        page = self.get("alternatives", show="shortlist")
        listed = [one.held.colour for one in page.context["page"].shortlist]
        self.assertEqual(page.context["wall"].beside.colour, listed[0])
        self.assertEqual(listed, [found[0], found[2], found[1]])
        self.assertContains(page, "Lightness against chroma")
        self.assertContains(page, "warmer")
        self.post("shortlist", colour=found[2].pk, act="off")
        self.assertEqual(self.review.shortlist.count(), 2)

    def test_eight_are_enough(self):
        self.get("alternatives")
        colours = list(world.Colour.objects.all()[:9])
        answers = [self.post("shortlist", colour=colour.pk) for colour in colours]
        self.assertContains(answers[-1], "The shortlist is full")
        self.assertEqual(self.review.shortlist.count(), 8)

    def test_the_eighth_becomes_the_first_in_one_act(self):
        colours = list(world.Colour.objects.all()[:8])
        for colour in colours:
            self.post("shortlist", colour=colour.pk)
        self.post("shortlist", colour=colours[7].pk, act="to", to="1")
        self.assertEqual([one.colour for one in self.review.shortlist.all()], [colours[7], *colours[:7]])
        self.post("shortlist", colour=colours[7].pk, act="to", to="99")
        self.assertEqual(self.review.shortlist.last().colour, colours[7])
        for wrong in ("0", "x", ""):
            self.post("shortlist", colour=colours[7].pk, act="to", to=wrong)
        self.assertEqual(self.review.shortlist.last().colour, colours[7])
        self.assertContains(self.get("alternatives", show="shortlist"), colours[3].label)

    def test_wishes_that_cannot_be_granted(self):
        self.assertContains(self.get("alternatives", ask="cosier"), "&#x27;cosier&#x27; is not understood")
        self.assertContains(
            self.get("alternatives", ask="between H16.3 and Nobody"), "No colour in these decks is called"
        )
        own = deck_services.keep_own(self.isla, "Plain", from_lab((80, -0.25, 3.9), provenance="reading-average"))
        self.review = step_services.start(self.isla, own)
        self.assertContains(self.get("alternatives", ask="greyer"), "no undertone")
        self.assertContains(self.get("alternatives", ask="much lighter, LRV 99"), "No colour in these decks")

    def test_a_wish_is_shown_in_pieces_that_can_be_changed(self):
        page = self.get("alternatives", ask="a bit warmer, no pink, LRV 65 to 75").context["page"]
        self.assertEqual([piece.text for piece in page.pieces], ["a bit warmer", "no pink", "LRV 65 to 75"])
        warmer = page.pieces[0]
        self.assertEqual(warmer.without, "no red, LRV 65 to 75")
        self.assertEqual(warmer.more, "warmer, no red, LRV 65 to 75")
        self.assertEqual(page.pieces[1].more, "")
        again = self.get("alternatives", ask=warmer.more)
        self.assertContains(again, 'aria-label="Without: no pink"')
        self.assertTrue(all(one.note for one in again.context["page"].answers))

    def test_near_misses_say_what_they_miss(self):
        page = self.get("alternatives", ask="much warmer, same undertone, a white")
        self.assertContains(page, "Nearly: each misses one thing")
        for one in page.context["page"].nearly:
            self.assertIn("misses “", one.note)

    def test_makers_families_and_strips_are_known(self):
        page = self.get("alternatives", ask="Thole & Tern, a grey").context["page"]
        self.assertTrue(page.answers)
        for one in page.answers:
            self.assertEqual(one.held.colour.maker.name, "Thole & Tern")
            self.assertEqual(one.held.reading.family.word, "grey")
        strip = self.get("alternatives", ask="on the same strip").context["page"]
        self.assertLessEqual({one.held.colour.strip for one in strip.answers}, {"16"})
        self.assertContains(self.get("alternatives", ask="lighter and darker"), "exclude each other")

    def test_between_two_by_code_and_by_what_is_held(self):
        self.get(beside=world.colour("H16.6").pk)
        both = self.get("alternatives", ask="between these two").context["page"].answers
        named = self.get("alternatives", ask="between h16.3 and H16.6").context["page"].answers
        self.assertEqual([one.held.colour for one in both], [one.held.colour for one in named])
        self.assertTrue(world.colour("H16.6").lrv < both[0].held.reading.lrv < world.colour("H16.3").lrv)

    def test_every_axis_has_its_bracket(self):
        page = self.get("alternatives").context["page"]
        self.assertEqual(len(page.brackets), 6)
        self.assertIn("is warmer", " ".join(b.sentence for b in page.brackets))

    def test_nobody_elses_colour(self):
        theirs = deck_services.keep_own(self.isla, "Isla’s", from_lab((50, 0, 0)))
        self.client.force_login(self.rory)
        mine = step_services.start(self.rory, world.colour())
        url = reverse("review-act", args=[mine.pk, "alternatives", "shortlist"])
        self.assertEqual(self.client.post(url, {"colour": theirs.pk}).status_code, 404)

    def test_without_scripts_a_post_leads_back(self):
        self.get("alternatives")
        answer = self.client.post(self.url("shortlist"), {"colour": world.colour("T01.3").pk, "ask": "warmer"})
        self.assertRedirects(answer, f"{Review.objects.get().get_absolute_url()}?ask=warmer")
