"""Photographs of a room: kept small and without place, picked from, and given to the client only if wanted."""

import io

from django.core.exceptions import ValidationError
from django.core.files.uploadedfile import SimpleUploadedFile
from django.urls import reverse
from PIL import Image

from decks.models import Colour
from documents.document import Document
from documents.sharing import services as sharing_services
from jobs.models import RoomPhoto
from people.models import Role
from people.queries import membership
from prism import words
from reviews import services
from reviews.context.tests.wall import Wall
from studio import demo_station as station


def photograph(size=(2_400, 1_600)):
    held = Image.new("RGB", size, (200, 190, 180))
    held.paste((90, 110, 130), (0, size[1] // 2, *size))
    made, exif = io.BytesIO(), Image.Exif()
    exif[0x8825] = {1: "N", 2: (57.0, 3.0, 0.0)}  # where it was taken
    held.save(made, "JPEG", exif=exif)
    return SimpleUploadedFile("hearth.jpg", made.getvalue())


class Photographs(Wall):
    def setUp(self):
        super().setUp()
        self.room = station.enter(self.isla)["Library"]

    def add(self, upload=None, of="Hearth tiles", status=302):
        answer = self.client.post(
            reverse("room-photo-add", args=[self.room.pk]), {"photo": upload or photograph(), "of": of}
        )
        self.assertEqual(answer.status_code, status)
        return answer

    def page(self, name, **asked):
        return self.client.get(reverse(name, args=[RoomPhoto.objects.get().pk]), asked)

    def test_it_is_kept_small_and_without_place(self):
        self.add()
        kept = Image.open(io.BytesIO(bytes(RoomPhoto.objects.get().content)))
        self.assertEqual((kept.size, dict(kept.getexif())), ((1_600, 1_067), {}))
        self.assertContains(self.client.get(self.room.get_absolute_url()), "Hearth tiles")
        small = Image.open(io.BytesIO(self.page("room-photo-file", small="1").content))
        self.assertEqual(max(small.size), 320)

    def test_what_is_no_picture_is_said_and_leaves_the_others(self):
        self.add()
        self.assertContains(
            self.add(SimpleUploadedFile("a.jpg", b"no picture"), status=422), "not a picture", status_code=422
        )
        self.assertEqual(RoomPhoto.objects.count(), 1)
        with self.assertRaises(ValidationError):
            RoomPhoto(room=self.room, content=b"\xff\xd8 of a file").full_clean()

    def test_a_colour_is_picked_and_kept_with_its_doubt(self):
        self.add()
        page = self.page("room-photo", **{"at.x": "360", "at.y": "400"})
        self.assertContains(page, "±6.0 ΔE00 at best")
        self.assertContains(self.page("room-photo", across="50", down="10"), "Save this colour")
        self.assertContains(self.page("room-photo", across="x", down="10"), words.photos.POINT_AT_IT)
        pk = RoomPhoto.objects.get().pk
        self.client.post(reverse("room-photo-keep", args=[pk]), {"at.x": "360", "at.y": "400", "name": ""})
        colour = Colour.objects.get(owner=self.isla)
        self.assertEqual((colour.name, colour.spread), ("Hearth tiles, from a photograph", 6.0))
        self.assertEqual([int(colour.screen[i : i + 2], 16) // 4 for i in (1, 3, 5)], [90 // 4, 110 // 4, 130 // 4])
        self.assertContains(self.client.get(reverse("colour", args=[colour.pk])), "estimate, ±6.0 ΔE00")

    def test_the_client_is_given_it_only_if_wanted(self):
        self.add()
        services.move(self.review, self.room)
        pk = RoomPhoto.objects.get().pk
        link = sharing_services.share(self.isla, self.room.job, [self.review], 30)
        address = reverse("shared-photo", args=[link.token, self.review.pk, 1])
        self.assertIsNone(Document(self.review).section("site"))
        self.assertEqual(self.client.get(address).status_code, 404)
        self.client.post(reverse("room-photo-change", args=[pk]), {"of": "Hearth", "in_document": "on"})
        self.client.logout()
        self.assertEqual(self.client.get(address)["Content-Type"], "image/jpeg")
        self.assertContains(self.client.get(reverse("shared", args=[link.token])), address)
        section = Document(self.review).section("site").section
        self.assertEqual([one.caption for one in section.photos], ["Hearth"])
        self.assertTrue(section.photos[0].in_place.startswith("data:image/jpeg;base64,"))

    def test_deleted_it_is_gone_and_comes_back(self):
        self.add()
        pk = RoomPhoto.objects.get().pk
        self.client.post(reverse("room-photo-delete", args=[pk]))
        self.assertEqual(self.page("room-photo").status_code, 404)
        self.client.post(reverse("room-photo-restore", args=[pk]))
        self.assertEqual(self.page("room-photo").status_code, 200)

    def test_no_other_studio_and_no_junior(self):
        self.add()
        self.client.force_login(self.rory)
        for name in ("room-photo", "room-photo-file"):
            self.assertEqual(self.page(name).status_code, 404)
        self.client.force_login(self.isla)
        member = membership(self.isla)
        member.role = Role.JUNIOR
        member.save()
        self.assertEqual(self.client.post(reverse("room-photo-delete", args=[1])).status_code, 403)

    def test_what_is_no_picture_is_refused_before_it_takes_memory(self):
        for content in (10**14, b"", b"\xff\xd8 photo", "text"):
            with self.subTest(content=str(content)), self.assertRaises(ValidationError):
                RoomPhoto(content=content).clean()
