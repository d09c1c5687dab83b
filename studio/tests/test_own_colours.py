"""Own colours: listed, renamed, put into a set, deleted with a way back; what was made with them keeps them."""

from django.contrib.auth.models import User
from django.urls import reverse

from decks.models import Colour
from decks.services import keep_own
from people.models import Member, Role
from people.queries import studio_of
from prism.stimulus import from_lab
from reviews.context.tests.wall import HTMX
from steps import services as step_services
from tinting.tests import world


class OwnColours(world.Studio):
    def setUp(self):
        super().setUp()
        self.client.force_login(self.isla)
        self.own = keep_own(self.isla, "Old shutter", from_lab((52.0, -3.0, 4.0)))

    def post(self, act, /, **sent):
        return self.client.post(reverse(act, args=[self.own.pk]), sent)

    def test_they_are_listed_and_renamed(self):
        self.assertContains(self.client.get(reverse("own-colours")), "Old shutter")
        self.post("own-rename", name="Shutter, south side")
        self.assertContains(self.client.get(reverse("own-colours")), "Shutter, south side")
        self.assertContains(self.post("own-rename", name=""), "required", status_code=422)
        self.assertContains(self.post("own-rename", name="x" * 200), "120", status_code=422)

    def test_one_is_deleted_and_brought_back_and_its_review_keeps_it(self):
        review = step_services.start(self.isla, self.own)
        page = self.client.post(reverse("own-delete", args=[self.own.pk]), follow=True)
        self.assertContains(page, "Undo")
        self.assertNotContains(self.client.get(reverse("find"), {"q": "shutter"}), "own colour ·")
        self.assertContains(self.client.get(review.get_absolute_url(), headers=HTMX), "Old shutter")
        self.post("own-restore")
        self.assertContains(self.client.get(reverse("find"), {"q": "shutter"}), "Old shutter")
        self.assertIsNone(Colour.objects.get(pk=self.own.pk).deleted)

    def test_a_junior_changes_their_own_alone(self):
        junior = User.objects.create_user("bo")
        Member.objects.create(user=junior, studio=studio_of(self.isla), role=Role.JUNIOR)
        theirs = keep_own(junior, "Bo’s door", from_lab((40.0, 0.0, 0.0)))
        self.client.force_login(junior)
        self.assertEqual(self.post("own-delete").status_code, 403)
        self.assertEqual(self.client.post(reverse("own-delete", args=[theirs.pk])).status_code, 302)

    def test_no_other_studio_reaches_them(self):
        self.client.force_login(User.objects.create_user("kit"))
        for act in ("own-rename", "own-delete", "own-restore"):
            self.assertEqual(self.post(act, name="x").status_code, 404)
        self.assertNotContains(self.client.get(reverse("own-colours")), "Old shutter")

    def test_the_same_strength_is_kept_twice_only_if_asked(self):
        review = step_services.start(self.isla, world.colour("H16.3"))
        address = reverse("review-step", args=[review.pk, "strength"])
        self.client.get(address, {"percent": "-25"}, headers=HTMX)
        keep = reverse("review-act", args=[review.pk, "strength", "keep"])
        self.client.post(keep, headers=HTMX)
        self.assertContains(self.client.post(keep, headers=HTMX), "saved already as")
        self.assertEqual(Colour.objects.filter(parent=review.colour_id).count(), 1)
        self.assertContains(self.client.get(address, headers=HTMX), "Save again")
        self.client.post(keep, {"again": "1"}, headers=HTMX)
        self.assertEqual(Colour.objects.filter(parent=review.colour_id).count(), 2)
